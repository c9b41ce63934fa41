import { labels, PRACTICE, type Source } from './source.ts'

/** What a person at the hive has to know of an active, on one card: for the screen, the phone and paper. General words; the label and local rules decide. */
export interface SafetyCard {
  readonly key: string
  /** The actives it is about, as treatments name them. */
  readonly actives: readonly string[]
  readonly title: string
  /** Read before the first tick of a round: acids and synthetics. */
  readonly beforeRound: boolean
  readonly hazards: readonly string[]
  readonly gear: readonly string[]
  readonly firstAid: readonly { readonly what: string; readonly do: string }[]
  /** When one may come back to it, and what is washed. */
  readonly afterwards: readonly string[]
  readonly spill: string
  readonly storage: string
  readonly disposal: string
  /** People who let somebody else do it. */
  readonly notFor: string
  readonly sources: readonly Source[]
}
const CALL = 'Call your poison centre or emergency number, the label in your hand.'
const EYES = { what: 'In the eyes', do: `Rinse at once with much water for 15 minutes, lids open, lenses out. ${CALL} Then a doctor.` }
const DISPOSAL = 'As the label and local rules say; they decide. Never into drains, ditches or water.'

export const SAFETY_CARDS: readonly SafetyCard[] = [
  {
    key: 'formic-acid',
    actives: ['formic acid'],
    title: 'Formic acid',
    beforeRound: true,
    hazards: [
      'Burns skin, eyes and lungs, at once; the vapour too.',
      'Goes through leather, cloth and thin gloves; eats metal.',
      'The stronger it is and the hotter the day, the more of it is in the air.',
    ],
    gear: [
      'Acid-proof gloves (nitrile, neoprene or butyl, long cuffs)',
      'Tight eye protection',
      'Sleeves and boots closed',
      'Respirator with an acid-gas and organic-vapour cartridge for liquid acid, and wherever the air stands; dust masks are not enough',
      'Water, a bucket of it, and baking soda beside you',
    ],
    firstAid: [
      { what: 'On the skin', do: `Off with what it soaked; rinse with much water for 15 minutes. ${CALL}` },
      EYES,
      { what: 'Breathed in', do: `Out into fresh air, sit up, rest. Coughing, tight chest, hoarse: ${CALL.toLowerCase()} It may come hours later.` },
      { what: 'Swallowed', do: `Rinse the mouth, drink some water, do not make them vomit. ${CALL}` },
    ],
    afterwards: [
      'Stand upwind while you work; nobody downwind, no animals.',
      'The day it is laid in, and the next, hives are not opened; then only for what must be done.',
      'Gloves are rinsed before they come off; then hands and face are washed, before eating, drinking or smoking.',
    ],
    spill:
      'Away from it upwind first. Dilute with much water, then baking soda until it stops foaming (it makes gas: in the open). Never acid on metal.',
    storage: 'In its own vented bottle or closed pouch, cool, locked, ventilated, away from metal, heat and children; not frozen.',
    disposal: `Spent carriers as the label says. Left-over acid goes where the label and local rules say; they decide. Never into drains, ditches or water.`,
    notFor: 'Pregnant people, people with asthma or a weak chest, and children keep away. Liquid acid: not alone.',
    sources: [labels('high'), PRACTICE],
  },
  {
    key: 'oxalic-acid',
    actives: ['oxalic acid'],
    title: 'Oxalic acid',
    beforeRound: true,
    hazards: [
      'Burns skin and eyes; poisons when swallowed (it harms the kidneys), in syrup too.',
      'The vapour and the dust burn nose and lungs; too hot a bowl makes formic acid and carbon monoxide.',
      'The bowl of a vaporiser is over 200 °C: it sets fire to grass, gloves and wax; batteries spark.',
    ],
    gear: [
      'Acid-proof gloves',
      'Tight eye protection',
      'Vapour: respirator with a cartridge for acid gas, organic vapour and fine dust; dust masks are not enough',
      'Water at hand; for vapour something to put out a fire',
      'Scales: weighed, never spooned',
    ],
    firstAid: [
      { what: 'On the skin', do: `Rinse with much water for 15 minutes; soaked clothes off. Still sore: a doctor. ${CALL}` },
      EYES,
      { what: 'Breathed in', do: `Out into fresh air. Cough, tight chest: ${CALL.toLowerCase()}` },
      { what: 'Swallowed', do: `Rinse the mouth, drink water or milk, do not make them vomit. ${CALL} At once: it is a poison.` },
      { what: 'Burnt on the bowl', do: 'Cool with running water for 20 minutes; a doctor for anything larger than a coin, or on face or hands.' },
    ],
    afterwards: [
      'Upwind; a hive that leaks vapour is closed before the next is begun; nobody downwind.',
      'Hives stay shut 10 to 15 minutes; then stand aside while they are opened.',
      'Let the bowl cool where nobody touches it.',
      'Gloves are rinsed before they come off; then hands and face are washed, before eating, drinking or smoking.',
    ],
    spill: 'Powder: sweep it up damp, with gloves and mask, not into the air. Syrup: much water. Both: then baking soda or chalk, and water again.',
    storage: 'Dry, closed, labelled, locked; not near food. Mixed syrup cold and dark, about a week, with its label.',
    disposal: DISPOSAL,
    notFor: 'Pregnant people and people with asthma let somebody else vaporise; children keep away.',
    sources: [labels('high'), PRACTICE],
  },
  {
    key: 'thymol',
    actives: ['thymol'],
    title: 'Thymol',
    beforeRound: false,
    hazards: ['Irritates skin, eyes and nose; some people become allergic to it.', 'Poisonous to fish and water life.'],
    gear: ['Gloves', 'Tight eye protection', 'Open air'],
    firstAid: [
      { what: 'On the skin', do: 'Wash with soap and water. A rash that stays: a doctor, and let somebody else do it from then on.' },
      EYES,
      { what: 'Swallowed', do: `Rinse the mouth. ${CALL}` },
    ],
    afterwards: ['Wash hands and face, before eating, drinking or smoking. What smells of it stays away from supers and honey.'],
    spill: 'Take it up with paper or sand into a bag that closes; not into water.',
    storage: 'In its closed pack, under 25 °C, away from food, feed and honey.',
    disposal: `Empty trays and wafers as the label says. ${DISPOSAL}`,
    notFor: 'Whoever is allergic to it lets somebody else do it.',
    sources: [labels('medium'), PRACTICE],
  },
  {
    key: 'amitraz',
    actives: ['amitraz'],
    title: 'Amitraz',
    beforeRound: true,
    hazards: [
      'Passes through the skin: makes drowsy and slow, lowers blood pressure and heartbeat.',
      'Works against some medicines: MAO inhibitors, blood-pressure and diabetes medicine.',
      'Very poisonous to fish.',
    ],
    gear: [
      'Gloves that it does not go through, fresh for each yard',
      'No eating, drinking or smoking',
      'Some labels: at most 200 strips a person a day',
    ],
    firstAid: [
      { what: 'On the skin', do: `Wash at once with soap and water. Drowsy, dizzy, slow pulse: ${CALL.toLowerCase()} Nobody drives.` },
      EYES,
      { what: 'Swallowed', do: `Rinse the mouth, do not make them vomit. ${CALL}` },
    ],
    afterwards: ['Gloves off last, turned inside out; then hands are washed with soap. Strips that come out are handled as those that go in.'],
    spill: 'Strips are picked up with gloves into a bag that closes.',
    storage: 'In its foil, resealed, cool, dark and dry, locked.',
    disposal: `Used strips are never used again. ${DISPOSAL} Not burnt.`,
    notFor: 'Pregnant people, people with diabetes, and people who take those medicines let somebody else do it.',
    sources: [labels('high'), PRACTICE],
  },
  {
    key: 'pyrethroids',
    actives: ['tau-fluvalinate', 'flumethrin'],
    title: 'Pyrethroids (tau-fluvalinate, flumethrin)',
    beforeRound: true,
    hazards: ['Skin and face tingle or burn, hours later too.', 'Very poisonous to fish and water life.'],
    gear: ['Gloves', 'No eating, drinking or smoking', 'Hands away from the face'],
    firstAid: [
      { what: 'On the skin', do: 'Wash with soap and cool water. Tingling goes within a day; if it does not: a doctor.' },
      EYES,
      { what: 'Swallowed', do: `Rinse the mouth, do not make them vomit. ${CALL}` },
    ],
    afterwards: ['Gloves off last; then hands are washed with soap, before the face is touched.'],
    spill: 'Strips are picked up with gloves into a bag that closes.',
    storage: 'In its closed pouch, cool, dark and dry, locked.',
    disposal: `Used strips are never used again. ${DISPOSAL}`,
    notFor: 'Pregnant people let somebody else do it.',
    sources: [labels('medium'), PRACTICE],
  },
  {
    key: 'hop-acids',
    actives: ['hop beta acids'],
    title: 'Hop acids',
    beforeRound: false,
    hazards: ['Irritate the eyes; stain skin and clothes brown; greasy.'],
    gear: ['Gloves'],
    firstAid: [EYES, { what: 'On the skin', do: 'Wash with soap and water.' }],
    afterwards: ['Wash hands before eating, drinking or smoking.'],
    spill: 'Take it up with paper into a bag that closes.',
    storage: 'Cool and dark, closed.',
    disposal: DISPOSAL,
    notFor: 'Children keep away.',
    sources: [labels('medium'), PRACTICE],
  },
]

/** The card of an active; null where nothing is given, or where there is none of it. */
export const safetyOf = (active: string | null): SafetyCard | null => SAFETY_CARDS.find((c) => active !== null && c.actives.includes(active)) ?? null
