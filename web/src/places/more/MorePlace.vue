<script setup lang="ts">
/** What a phone keeps out of the bar under the thumb. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { ASIDE, placesOf } from '../../frame/places.ts'
import { useSignOut } from '../../frame/useSignOut.ts'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const signOut = useSignOut()
const places = computed(() => [...placesOf(holding.preferences).filter((p) => !p.inYard), ...ASIDE])
</script>

<template>
  <div class="page more">
    <h1>More</h1>
    <p class="soft">{{ holding.me?.keeper.name }}, {{ holding.me?.keeper.role }} of {{ holding.me?.holding.name }}</p>
    <ul class="sheet">
      <li v-for="p in places" :key="p.path">
        <RouterLink :to="p.path">
          <strong>{{ p.name }}</strong>
          <span class="soft">{{ p.says }}</span>
        </RouterLink>
      </li>
      <li>
        <a href="/api/calendar.ics" download="open-jobs.ics">
          <strong>Calendar</strong>
          <span class="soft">the open jobs as an .ics file</span>
        </a>
      </li>
      <li>
        <RouterLink to="/reference">
          <strong>The API</strong>
          <span class="soft">for programs</span>
        </RouterLink>
      </li>
      <li>
        <AButton type="text" class="bare" @click="signOut()"><strong>Sign out</strong></AButton>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.more { display: grid; gap: 12px; max-width: 620px; }
li + li { border-top: 1px solid var(--hairline); }
a, button { display: grid; width: 100%; min-height: 60px; align-content: center; padding: 8px 16px; text-align: left; background: none; border: 0; color: inherit; text-decoration: none; cursor: pointer; }
a:hover, button:hover { background: var(--thistle-pale); }
</style>
