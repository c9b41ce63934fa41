/** The season of a colony, or of a yard, is planned here, beside the page: thousands of plans are run, and how far it is is told while it goes on. */
import { expose } from 'comlink'
import { planSeason, type PlannedColony, type Season, type SeasonStep } from '@thistle/core/outlook'
import { knowOwn } from '@thistle/core/treatments'

/** It is told how far it is every so many milliseconds at the most. */
const TELLS = 80

const worker = {
  async plan(colonies: readonly PlannedColony[], tell: (step: SeasonStep) => void): Promise<Season> {
    const [first] = colonies
    if (first) knowOwn(first.situation.own)
    const search = planSeason({ colonies })
    let told = performance.now()
    let step = search.next()
    for (; !step.done; step = search.next()) {
      if (performance.now() - told < TELLS) continue
      told = performance.now()
      tell(step.value)
    }
    return step.value
  },
}
export type YearWorker = typeof worker
expose(worker)
