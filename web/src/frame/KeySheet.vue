<script setup lang="ts">
/** The keys, from the table that binds them. */
import AButton from 'ant-design-vue/es/button'
import { useHolding } from '../stores/holding.ts'
import OverPage from './OverPage.vue'
import { BINDINGS, sayPress, type Binding } from './keys.ts'

const emit = defineEmits<{ close: [] }>()
const holding = useHolding()
const GROUPS = [...new Set(BINDINGS.map((b) => b.group))]
const of = (group: Binding['group']) => BINDINGS.filter((b) => b.group === group)
</script>

<template>
  <OverPage title="Keys" wide @close="emit('close')">
    <header>
      <h2>Keys</h2>
      <AButton class="press quiet" data-first @click="emit('close')">Close</AButton>
    </header>
    <p v-if="!holding.preferences.letters" class="care strong">Single letters are switched off, under You.</p>
    <div class="groups">
      <section v-for="g in GROUPS" :key="g">
        <h3>{{ g }}</h3>
        <dl>
          <template v-for="b in of(g)" :key="b.id">
            <dt>
              <span v-for="(p, i) in b.presses" :key="i">
                <template v-if="i > 0">or </template>
                <kbd v-for="k in sayPress(p)" :key="k">{{ k }}</kbd>
              </span>
            </dt>
            <dd>{{ b.says }}</dd>
          </template>
        </dl>
      </section>
    </div>
    <p class="soft small">Letters never fire while you type. They can be switched off under You, for those who speak to the machine.</p>
  </OverPage>
</template>

<style scoped>
header { display: flex; justify-content: space-between; align-items: center; }
.groups { display: grid; grid-template-columns: 1fr 1fr; gap: 20px 28px; }
dl { display: grid; grid-template-columns: 108px 1fr; gap: 6px 10px; margin: 8px 0 0; font-size: 14.5px; }
dd { margin: 0; }
kbd { font: inherit; font-size: 13px; background: var(--sunken); border: 1px solid var(--line); border-bottom-width: 2px; border-radius: 5px; padding: 1px 6px; margin-right: 3px; white-space: nowrap; }
@media screen and (max-width: 720px) { .groups { grid-template-columns: 1fr; } }
</style>
