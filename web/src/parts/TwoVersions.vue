<script setup lang="ts">
/** Somebody else changed what is being written: both versions side by side, to choose from. Nothing is lost either way. */
import { computed } from 'vue'
import { differences, type State } from './state-words.ts'

const props = defineProps<{ mine: State; theirs: State; busy?: boolean }>()
const emit = defineEmits<{ mine: []; theirs: [] }>()
const rows = computed(() => differences(props.theirs, props.mine))
</script>

<template>
  <section class="two" role="alert" aria-label="Two versions">
    <p class="strong">Somebody changed this while you were writing. Which shall stand?</p>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="unseen">What</span></th>
          <th scope="col">As it stands now</th>
          <th scope="col">As you wrote it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.field">
          <th scope="row">{{ r.label }}</th>
          <td>{{ r.before }}</td>
          <td>{{ r.after }}</td>
        </tr>
        <tr v-if="rows.length === 0">
          <td colspan="3">Both say the same.</td>
        </tr>
      </tbody>
    </table>
    <p class="choose">
      <button class="press quiet" type="button" :disabled="busy" @click="emit('theirs')">Leave it as it stands</button>
      <button class="press" type="button" :disabled="busy" @click="emit('mine')">Keep mine</button>
    </p>
    <p class="soft small">Whichever you choose, the other stays in the history.</p>
  </section>
</template>

<style scoped>
.two { background: var(--straw-wash); border-radius: 10px; padding: 12px 14px; display: grid; gap: 8px; color: var(--ink); }
table { border-collapse: collapse; width: 100%; font-size: 14px; table-layout: fixed; }
th, td { text-align: left; padding: 5px 8px 5px 0; border-bottom: 1px solid var(--hairline); font-weight: 400; overflow-wrap: anywhere; vertical-align: top; }
thead th { font-size: 13px; font-weight: 600; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
.two .soft { color: var(--straw-ink); }
</style>
