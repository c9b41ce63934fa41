/** The four pictures of each way of counting, and what is said under each. */
import type { Method } from '@thistle/core/situation'

export type SceneKey =
  'frame' | 'cup' | 'swirl' | 'bowl' | 'sugar' | 'shade' | 'tray' | 'oiled' | 'squares' | 'share' | 'fork' | 'pupae' | 'cells' | 'hundred'
export const SCENES: Readonly<Record<Method, readonly { readonly key: SceneKey; readonly says: string }[]>> = {
  wash: [
    { key: 'frame', says: 'Bees from the open brood, the queen put aside' },
    { key: 'cup', says: 'Half a cup, level: about 300 bees' },
    { key: 'swirl', says: 'Cover them with the fluid, swirl for a minute' },
    { key: 'bowl', says: 'Through the mesh into a white bowl: count' },
  ],
  sugar: [
    { key: 'frame', says: 'Bees from the open brood, the queen put aside' },
    { key: 'sugar', says: 'Two to three spoons of icing sugar, roll until all are white' },
    { key: 'shade', says: 'A full minute in the shade' },
    { key: 'bowl', says: 'Shake over water in a white bowl: count' },
  ],
  board: [
    { key: 'oiled', says: 'A thin film of oil on the sheet' },
    { key: 'tray', says: 'Under the screen, the gap closed' },
    { key: 'squares', says: 'After one to seven days, three as a rule: count' },
    { key: 'share', says: 'Mites by days: the fall of one day' },
  ],
  drone: [
    { key: 'fork', says: 'The fork flat under the drone cappings' },
    { key: 'pupae', says: 'Pupae with coloured eyes, a hundred or more' },
    { key: 'cells', says: 'A mite: a brown dot on white, in the cell or on the pupa' },
    { key: 'hundred', says: 'Cells with mites, of a hundred opened' },
  ],
}
