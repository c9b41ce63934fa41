<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router'
import RoundThistle from '../../graphics/RoundThistle.vue'
import DotWhisker from '../../graphics/DotWhisker.vue'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useHolding } from '../../stores/holding.ts'
import SignInForm from './SignInForm.vue'

const route = useRoute()
const router = useRouter()
const holding = useHolding()
/** This device was signed out from another one. */
const ended = route.query.ended === 'elsewhere'

async function go(): Promise<void> {
  holding.forget()
  const back =
    typeof route.query.back === 'string' && route.query.back.startsWith('/') && !route.query.back.startsWith('//') ? route.query.back : '/today'
  await router.push(back)
}
</script>

<template>
  <div class="door">
    <section class="tell">
      <p class="brand">
        <RoundThistle :size="46" />
        <span class="serif">Round Thistle</span>
      </p>
      <h1>
        From the jar
        <br />
        to the last strip.
      </h1>
      <p class="lead">
        Count the mites. See what the count can say and what it cannot, which treatment fits on which day, and why. Then do it, take it out in time,
        and count again.
      </p>
      <ol class="walk">
        <li>
          <span>
            <DotWhisker
              :estimate="3.67"
              :low="2.07"
              :high="6"
              :threshold="3"
              over
              label="For example: 11 mites on 300 bees, 3.7 in 100, likely 2.1 to 6.0, over a limit of 3"
            />
          </span>
          <span>11 mites on 300 bees: a dot, its doubt, and the limit.</span>
        </li>
        <li>
          <span class="rounds">
            <VerdictRound verdict="fits" :size="20" />
            <VerdictRound verdict="care" :size="20" />
            <VerdictRound verdict="wait" :size="20" />
            <VerdictRound verdict="ruled-out" :size="20" />
          </span>
          <span>Fits, fits with care, not on this day, ruled out.</span>
        </li>
      </ol>
    </section>
    <section class="enter sheet" aria-label="Sign in">
      <h2>Come in</h2>
      <p v-if="ended" class="care strong" role="alert">This device was signed out from another one. What it had kept of the holding is gone from it.</p>
      <SignInForm @done="go" />
      <p class="law">
        The demo is an invented holding in an invented valley, yours alone for a day. Round Thistle helps you think; the label in your hand and your local law decide, and
        your vet or inspector where they have the say.
      </p>
    </section>
  </div>
</template>

<style scoped>
.door { min-height: 100vh; display: grid; grid-template-columns: minmax(0, 1.25fr) minmax(320px, 420px); gap: 48px; align-items: center; padding: 40px min(7vw, 100px); background: var(--band); }
.tell { color: var(--band-ink); display: grid; gap: 22px; max-width: 560px; }
.brand { display: flex; align-items: center; gap: 13px; font-size: 22px; }
h1 { font-size: clamp(34px, 4.4vw, 56px); color: var(--band-ink); }
.lead { font-size: 18px; color: var(--band-soft); }
.walk { display: grid; gap: 14px; margin-top: 8px; }
.walk li { display: grid; grid-template-columns: 176px 1fr; align-items: center; gap: 18px; color: var(--band-soft); }
.walk li > :first-child { background: var(--sheet); border-radius: 8px; padding: 9px 12px; width: 176px; }
.rounds { display: inline-flex; gap: 16px; justify-content: center; }
.enter { padding: 28px; display: grid; gap: 16px; }
@media screen and (max-width: 900px) {
  .door { grid-template-columns: minmax(0, 1fr); background: var(--band); gap: 26px; padding: 26px 16px 40px; align-content: start; }
  .lead { font-size: 17px; }
  .walk { display: none; }
  .enter { padding: 20px; }
}
</style>
