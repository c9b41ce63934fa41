import type { Tool } from '../situation/index.ts'
import type { DoseRule, Treatment } from '../treatments/index.ts'
import { portioned, treatmentOf } from '../treatments/index.ts'
import { plain, plural } from '../units/index.ts'
import { celsius, grams, millilitres } from '../words/index.ts'
import { CRYSTALS, equalTo, formicDensity, SYRUP_DENSITY, TEASPOON, type Acid } from './materials.ts'

/** What is asked of the bench, in mL, g and per cent by mass. */
export interface DribbleAsked {
  readonly what: 'oxalic-dribble'
  readonly acid: Acid
  /** Seams of bees of each colony, or the wanted volume of syrup, mL. */
  readonly of: { readonly seams: readonly number[] } | { readonly volume: number }
  /** More than is given, for what stays in bottle and syringe, per cent. */
  readonly loss: number
}
export interface DilutionAsked {
  readonly what: 'formic-dilution'
  readonly from: number
  readonly to: number
  /** Wanted of the weaker acid, g; or pads of so many mL. */
  readonly of: { readonly mass: number } | { readonly pads: readonly number[] }
}
export interface ChargesAsked {
  readonly what: 'oxalic-charges'
  /** Brood boxes of each hive. */
  readonly boxes: readonly number[]
  readonly gramsPerBox: number
  /** What the scales read in, g; null: not known. */
  readonly scale: number | null
}
export interface PortionsAsked {
  readonly what: 'gel-portions'
  /** Grams for each colony. */
  readonly portions: readonly number[]
  /** Grams in a pack; null: not known. */
  readonly pack: number | null
}
export interface WashAsked {
  readonly what: 'soapy-wash'
  readonly volume: number
}
export type MixAsked = DribbleAsked | DilutionAsked | ChargesAsked | PortionsAsked | WashAsked
export type MixKind = MixAsked['what']
export const MIX_KINDS = ['oxalic-dribble', 'formic-dilution', 'oxalic-charges', 'gel-portions', 'soapy-wash'] as const satisfies readonly MixKind[]

/** What the bench answers: g and mL; what does not apply is left out. */
export interface Mix {
  readonly what: MixKind
  readonly volume?: number
  readonly acid?: number
  readonly sugar?: number
  readonly water?: number
  /** Of all that is in it. */
  readonly mass?: number
  /** For each colony, hive or pad, in the order asked: mL or g. */
  readonly doses?: readonly number[]
  readonly keeps: string
  readonly warnings: readonly string[]
  /** In the order in which it is done, gear first. */
  readonly steps: readonly string[]
  readonly gear: readonly Tool[]
  /** Bowls, bottles and what else stands on the bench. */
  readonly things: readonly string[]
  /** The bottle's label; null where nothing is bottled. */
  readonly label: { readonly what: string; readonly strength: string; readonly hazards: readonly string[]; readonly keepsDays: number } | null
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0)
/** As scales in a kitchen tell it: whole grams from a hundred on, tenths under it. */
const weighed = (value: number): string => grams(to(value, value < 100 ? 1 : 0))
const filled = (value: number): string => millilitres(to(value, value < 100 ? 1 : 0))
const to = (value: number, digits: number): number => Number(value.toFixed(digits))
const needs = (t: Treatment | null): readonly Tool[] => t?.kit.needed.filter((tool) => tool !== 'vaporiser') ?? []
const GEAR_FIRST = 'Put on acid-proof gloves and tight eye protection; water at hand; nobody else near, no food'
const ACID_BURNS = 'Oxalic acid burns skin and eyes and poisons when swallowed.'
const LABEL_DECIDES = 'Mixes differ between countries: the label in hand decides, and this one is not taken over from another label.'

const seamRule = (): Extract<DoseRule, { by: 'seam' }> => {
  const dose = treatmentOf('oxalic-dribble')?.dose
  return dose?.by === 'seam' ? dose : { by: 'seam', perSeam: 5, most: 50, unit: 'mL', how: '' }
}
/** Grams of the dihydrate in a litre of syrup (label, high). */
const DIHYDRATE_PER_LITRE = 35

/** Oxalic acid in syrup of equal parts sugar and water by mass: 35 g of the dihydrate, or its equal, dissolved in each litre of syrup. */
function dribble({ acid, of, loss }: DribbleAsked): Mix {
  const { perSeam, most } = seamRule()
  const doses = 'seams' in of ? of.seams.map((s) => Math.min(most, Math.ceil(s) * perSeam)) : null
  const volume = ('volume' in of ? of.volume : sum(doses ?? [])) * (1 + loss / 100)
  const perLitre = equalTo(DIHYDRATE_PER_LITRE, acid)
  const [powder, half] = [(volume / 1000) * perLitre, (volume * SYRUP_DENSITY) / 2]
  const capped = 'seams' in of ? of.seams.filter((s) => Math.ceil(s) * perSeam > most).length : 0
  const name = acid === 'dihydrate' ? 'oxalic acid dihydrate' : 'anhydrous oxalic acid'
  return {
    what: 'oxalic-dribble',
    volume: to(volume, 1),
    acid: to(powder, 2),
    sugar: to(half, 1),
    water: to(half, 1),
    mass: to(powder + 2 * half, 1),
    ...(doses ? { doses } : {}),
    keeps: 'Fresh is best; cold and dark about 7 days, then it harms bees more (common practice, no source).',
    warnings: [
      ACID_BURNS,
      LABEL_DECIDES,
      acid === 'dihydrate'
        ? 'See that the pack says dihydrate: as many grams of the anhydrous acid are two fifths too strong.'
        : 'See that the pack says anhydrous: as many grams of the dihydrate are more than a quarter too weak.',
      ...(capped > 0
        ? [`${plural(capped, 'colony has', 'colonies have')} more than ${most / perSeam} seams: never over ${millilitres(most)} for one.`]
        : []),
      ...(doses ? [] : [`Each colony gets ${millilitres(perSeam)} a seam of bees and never over ${millilitres(most)}.`]),
      'Once a colony and winter, while there is no brood.',
    ],
    steps: [
      GEAR_FIRST,
      `Weigh ${weighed(half)} of white sugar and ${weighed(half)} of warm water (about ${celsius(50)}); stir until it is clear`,
      'Let it cool until it is lukewarm',
      `Weigh ${weighed(powder)} of ${name} in a bowl of its own, never by the spoon`,
      'Stir the acid into the syrup, a little at a time, until nothing is seen of it',
      'Fill it into a bottle that closes, and label it at once',
      'Rinse scales, bowls and spoon with plenty of water; wash your hands',
    ],
    gear: needs(treatmentOf('oxalic-dribble')),
    things: [
      `Oxalic acid, ${weighed(powder)} of the ${acid}`,
      `White sugar, ${weighed(half)}`,
      `Water, ${weighed(half)}`,
      'Two bowls, a spoon for this alone',
      `A bottle of ${filled(volume)} or more that closes`,
      `A syringe that reads ${millilitres(perSeam)}`,
    ],
    label: {
      what: 'Oxalic acid in sugar syrup, for bees',
      strength: `${grams(to(perLitre, 1))} of ${name} in each litre of 1:1 syrup (by mass ${plain((perLitre / (perLitre + 1000 * SYRUP_DENSITY)) * 100, 1)} %)`,
      hazards: ['CORROSIVE: burns skin and eyes', 'POISONOUS when swallowed', 'Not for people: no food, no drink', 'Keep from children'],
      keepsDays: 7,
    },
  }
}

/** Strong formic acid made weaker by mass: the acid's own mass stays, water makes up the rest. */
function dilution({ from, to: wanted, of }: DilutionAsked): Mix {
  const density = formicDensity(wanted)
  const mass = 'mass' in of ? of.mass : sum(of.pads) * density
  const acid = (mass * wanted) / from
  const water = mass - acid
  const liquid = treatmentOf('formic-liquid')
  return {
    what: 'formic-dilution',
    volume: to(mass / density, 1),
    acid: to(acid, 2),
    water: to(water, 1),
    mass: to(mass, 1),
    ...('pads' in of ? { doses: of.pads } : {}),
    keeps: 'In its own vented bottle, cool and locked, about a year (common practice, no source).',
    warnings: [
      'The acid goes into the water, a little at a time; never water into the acid.',
      'It warms and fumes as it mixes: outside, upwind, with a respirator on; wait until it is cool before it is closed.',
      'Formic acid burns skin, eyes and lungs at once. Water and baking soda beside you; not alone.',
      ...(wanted > 65 ? [`Pads are given with 65 % acid: ${plain(wanted)} % evaporates faster and costs brood and queens.`] : []),
      ...(from > 90 ? [`Acid of ${plain(from)} % fumes at once when it is opened: cool it first, and leave it to somebody trained if you can.`] : []),
      'Whether acid may be mixed and given at all is said by your label and local law.',
    ],
    steps: [
      'Put on acid-proof gloves, tight eye protection and the respirator; sleeves and boots closed; stand upwind, outside; water and baking soda at hand',
      `Weigh ${weighed(water)} of cold water into a glass or plastic vessel, never metal`,
      `Pour ${weighed(acid)} of ${plain(from)} % acid slowly into the water, stirring`,
      'Let it cool; it fumes until then',
      `Fill it into a vented bottle and label it at once: about ${filled(mass / density)}`,
      'Rinse everything with plenty of water; spills are diluted first, then baking soda (it foams)',
    ],
    gear: [...needs(liquid)],
    things: [
      `Formic acid of ${plain(from)} %, ${weighed(acid)}`,
      `Water, ${weighed(water)}`,
      'Scales, a glass or plastic vessel and stirrer',
      `A vented bottle of ${filled(mass / density)} or more`,
      'Baking soda and a bucket of water',
    ],
    label: {
      what: 'Formic acid, for bees',
      strength: `${plain(wanted)} % by mass`,
      hazards: ['CORROSIVE: burns skin, eyes and lungs', 'Gives off vapour: open it outside', 'Keep from children, metal and heat'],
      keepsDays: liquid?.openedKeepsDays ?? 365,
    },
  }
}

/** Charges of oxalic acid for each hive, by weight, and what a spoon or coarse scales would make of them. */
function charges({ boxes, gramsPerBox, scale }: ChargesAsked): Mix {
  const doses = boxes.map((b) => to(b * gramsPerBox, 2))
  const least = Math.min(...doses)
  const half = TEASPOON / 2
  const off = scale === null ? null : (scale / 2 / least) * 100
  return {
    what: 'oxalic-charges',
    acid: to(sum(doses), 2),
    mass: to(sum(doses), 2),
    doses,
    keeps: 'In closed, labelled tubes, dry, until the round; what is left goes back to the locked shelf, never into its pack.',
    warnings: [
      ACID_BURNS,
      `Weighed, never spooned: half a teaspoon holds ${plain(half * CRYSTALS.loose)} to ${plain(half * CRYSTALS.settled)} g, and people take it for 1 g and for 2 g.`,
      ...(off === null
        ? ['See that your scales read in 0.1 g.']
        : [
            `Scales that read in ${grams(scale ?? 0)} may be off by ${plain(off, 0)} % on a charge of ${grams(least)}${off > 10 ? ': too coarse, take finer ones' : ''}.`,
          ]),
      ...(gramsPerBox > 4 ? ['More than 4 g a brood box is more than any label that is known here.'] : []),
      ...(gramsPerBox > 1 && gramsPerBox <= 4 ? ['Older labels say 1 g a brood box, some newer ones up to 4 g: the label in hand decides.'] : []),
      'Fumes burn the lungs: respirator with an acid-gas and organic-vapour cartridge, upwind.',
    ],
    steps: [
      GEAR_FIRST,
      'Set the scales on something level, out of the wind, and an empty tube on them to zero',
      ...portionLines(doses).map((p) => `Weigh ${p}`),
      'Close each tube and write the grams on it',
      'Lay them out in the order of the row',
      'Wipe the scales, wash your hands',
    ],
    gear: needs(treatmentOf('oxalic-vapour')),
    things: [
      `Oxalic acid dihydrate, ${grams(sum(doses))}`,
      `${plural(doses.length, 'tube')} that close${doses.length === 1 ? 's' : ''}`,
      'A wire for the nozzle',
    ],
    label: null,
  }
}

const portionLines = (doses: readonly number[]): string[] => portioned(doses).map(([dose, n]) => `${n} x ${grams(dose)}`)

/** Portions of thymol gel out of bigger packs. */
function portions({ portions: doses, pack }: PortionsAsked): Mix {
  const mass = sum(doses)
  const packs = pack === null ? null : Math.ceil(to(mass / pack, 6))
  return {
    what: 'gel-portions',
    mass: to(mass, 1),
    doses,
    keeps: 'On the tray at once; what is left stays in its own closed pack, cool and dark.',
    warnings: [
      'Thymol irritates skin and eyes and harms fish: gloves and eye protection; nothing of it into drains or water.',
      ...(packs !== null && pack !== null
        ? [
            `${plural(packs, 'pack')} of ${grams(pack)}${to(packs * pack - mass, 1) > 0 ? `, of which ${grams(packs * pack - mass)} stays over` : ''}.`,
          ]
        : []),
    ],
    steps: [
      'Put on gloves and eye protection',
      'Set a tray on the scales to zero',
      ...portionLines(doses).map((p) => `Weigh ${p} on to its tray`),
      'Close the pack and write the day of opening on it',
      'Wash your hands',
    ],
    gear: ['gloves', 'eye-protection', 'scales'],
    things: [`Thymol gel, ${grams(mass)}`, `${plural(doses.length, 'tray')}`, 'A spatula'],
    label: null,
  }
}

/** What is usual in a wash, on a pad and of gel, mL and g: a jar of 300 bees takes about so much (common practice, no source); pads and gel by their treatments. */
export const WASH_PER_JAR = 250
export function usualAmounts(): { readonly pad: number; readonly portion: number } {
  const [pad, gel] = [treatmentOf('formic-liquid')?.dose, treatmentOf('thymol-gel')?.dose]
  return { pad: pad?.by === 'box' ? pad.perBox : 15, portion: gel?.by === 'colony' ? gel.amount : 50 }
}

/** Washing-up liquid in a litre of water for a wash, mL: some drops (common practice, no source). */
const SOAP_PER_LITRE = 1
function wash({ volume }: WashAsked): Mix {
  return {
    what: 'soapy-wash',
    volume: to(volume, 1),
    water: to(volume, 1),
    keeps: 'The same day; used again while it is clear.',
    warnings: [
      'Foam hides mites: as little soap as wets the bees (common practice, no source).',
      'Bees that were washed are dead: see twice that the queen is not among them.',
    ],
    steps: [
      `Fill ${millilitres(volume)} of water`,
      `Add ${millilitres((volume / 1000) * SOAP_PER_LITRE)} of washing-up liquid, about ${plain((volume / 1000) * SOAP_PER_LITRE * 20, 0)} drops; turn it over slowly, do not shake`,
      'Label the bottle: soapy water, not to drink',
    ],
    gear: [],
    things: [`Water, ${millilitres(volume)}`, 'Washing-up liquid', 'A white bowl and a sieve that lets mites through'],
    label: { what: 'Soapy water, for mite counts', strength: 'some drops of washing-up liquid a litre', hazards: ['Not to drink'], keepsDays: 1 },
  }
}

/** What a mix takes, in which order it is made, how long it keeps, and what to beware of; for checked figures. */
export function mixOf(asked: MixAsked): Mix {
  switch (asked.what) {
    case 'oxalic-dribble':
      return dribble(asked)
    case 'formic-dilution':
      return dilution(asked)
    case 'oxalic-charges':
      return charges(asked)
    case 'gel-portions':
      return portions(asked)
    case 'soapy-wash':
      return wash(asked)
  }
}
