import type { Season, SeasonPlan } from './season.ts'

/** What a keeper wants of a season: a chance with as few visits as it takes, or the best chance that so many visits give. */
export type Aim = { readonly by: 'chance'; readonly wanted: number } | { readonly by: 'visits'; readonly most: number }
/** `fewest`: the fewest visits that give the chance; `best`: the best chance that the visits give. */
export type PlanName = 'fewest' | 'best' | 'safest' | 'no-synthetics'
export interface NamedPlan {
  readonly names: readonly PlanName[]
  readonly plan: SeasonPlan
  /** Whether it does what was wanted; else it comes nearest. */
  readonly reaches: boolean
}
/** Plans whose chances are nearer than this are alike: the one with fewer visits is the better (a guess). */
const ALIKE = 0.02
/** A plan betters what is planned from so much on (a guess). */
const BETTER = 0.05

const reaches = (plan: SeasonPlan, aim: Aim): boolean => (aim.by === 'chance' ? plan.keeps >= aim.wanted : plan.visits <= aim.most)
const safest = (plans: readonly SeasonPlan[]): SeasonPlan | undefined => {
  const most = Math.max(...plans.map((p) => p.keeps))
  return plans.filter((p) => p.keeps >= most - ALIKE).toSorted((a, b) => a.visits - b.visits || b.keeps - a.keeps)[0]
}
function wantedOf(plans: readonly SeasonPlan[], aim: Aim): SeasonPlan | undefined {
  const those = plans.filter((p) => reaches(p, aim))
  if (aim.by === 'visits' || those.length === 0) return safest(those.length > 0 ? those : plans)
  return those.toSorted((a, b) => a.visits - b.visits || b.keeps - a.keeps)[0]
}

/** The plans of a season by name, each once: the one that does what is wanted, the safest, and the one that does what is wanted without synthetics. */
export function namedPlans({ plans }: Pick<Season, 'plans'>, aim: Aim): readonly NamedPlan[] {
  const each: readonly (readonly [PlanName, SeasonPlan | undefined])[] = [
    [aim.by === 'chance' ? 'fewest' : 'best', wantedOf(plans, aim)],
    ['safest', safest(plans)],
    [
      'no-synthetics',
      wantedOf(
        plans.filter((p) => !p.synthetic),
        aim,
      ),
    ],
  ]
  const found = new Map<SeasonPlan, PlanName[]>()
  for (const [name, plan] of each) if (plan) found.set(plan, [...(found.get(plan) ?? []), name])
  return [...found].map(([plan, names]) => ({ names, plan, reaches: reaches(plan, aim) }))
}

/** How what is planned stands to what is wanted, as the counts have it today. */
export type SeasonStatus =
  | { readonly is: 'none' }
  | { readonly is: 'on-course'; readonly planned: SeasonPlan }
  | { readonly is: 'rather'; readonly planned: SeasonPlan; readonly plan: SeasonPlan }
  | { readonly is: 'as-good-as-any'; readonly planned: SeasonPlan }
/** Whether what is planned still does what is wanted, or what would be better now. */
export function seasonStatus(season: Season, aim: Aim): SeasonStatus {
  const { planned } = season
  if (!planned) return { is: 'none' }
  const plan = wantedOf(season.plans, aim)
  if (aim.by === 'chance' && planned.keeps >= aim.wanted) return { is: 'on-course', planned }
  if (plan && plan.keeps >= planned.keeps + BETTER) return { is: 'rather', planned, plan }
  return aim.by === 'visits' && planned.visits <= aim.most ? { is: 'on-course', planned } : { is: 'as-good-as-any', planned }
}
