import Joi from 'joi'
import { ACIDS, MIX_KINDS, type Acid, type MixAsked, type MixKind } from '../mix/index.ts'
import { once, plain } from '../units/index.ts'
import { MESSAGES, saidBy } from './joi.ts'
import type { Refusal } from './parse-case.ts'

/** More is mixed by nobody who keeps bees: for a thousand colonies. */
const MOST = 50_000
const MOST_COLONIES = 2000
const amount = () => Joi.number().greater(0).max(MOST)
const share = () => Joi.number().greater(0).max(100)
const seamsOf = () =>
  Joi.number().greater(0).max(40).messages({ 'number.greater': '{{#label}} must be more than 0: a colony without bees gets none, leave it out' })
const boxes = () => Joi.array().items(Joi.number().integer().min(1).max(8)).min(1).max(MOST_COLONIES)

/** What goes with each mix. */
const FIELDS = (): Readonly<Record<MixKind, Joi.SchemaMap>> => ({
  'oxalic-dribble': {
    acid: Joi.string()
      .valid(...ACIDS)
      .required(),
    colonies: Joi.number().integer().min(1).max(MOST_COLONIES).allow(null),
    seams: Joi.alternatives(seamsOf(), Joi.array().items(seamsOf()).min(1).max(MOST_COLONIES))
      .allow(null)
      .messages({ 'alternatives.types': '{{#label}} must be a number, or a number for each colony' }),
    volume: amount().allow(null),
    loss: Joi.number().min(0).max(50).allow(null),
  },
  'formic-dilution': {
    from: share().required(),
    to: share().required(),
    mass: amount().allow(null),
    pads: Joi.array().items(Joi.number().greater(0).max(200)).min(1).max(MOST_COLONIES).allow(null),
  },
  'oxalic-charges': {
    boxes: boxes().required(),
    gramsPerBox: Joi.number().greater(0).max(10).required(),
    scale: Joi.number().greater(0).max(100).allow(null),
  },
  'gel-portions': {
    portions: Joi.array().items(Joi.number().greater(0).max(100)).min(1).max(MOST_COLONIES).required(),
    pack: amount().allow(null),
  },
  'soapy-wash': { volume: amount().required() },
})
const checked = <T extends Joi.Schema>(schema: T) =>
  schema.prefs({ convert: false }).messages({ ...MESSAGES, 'object.unknown': '{{#label}} does not go with this mix: leave it out' })
const head = () => ({
  mix: Joi.number().valid(1).required(),
  what: Joi.string()
    .valid(...MIX_KINDS)
    .required(),
})
const schemaOf = (what: MixKind) => checked(Joi.object({ ...head(), what: Joi.string().valid(what).required(), ...FIELDS()[what] }))
const anyMix = once(() => checked(Joi.object(head()).unknown(true)))

/** A mix file, version 1: what is to be mixed, one of five. */
export const mixSchema = once(() => Joi.alternatives(...MIX_KINDS.map(schemaOf)))

interface Checked {
  readonly what: MixKind
  readonly acid: Acid
  readonly colonies?: number | null
  readonly seams?: number | readonly number[] | null
  readonly volume?: number | null
  readonly loss?: number | null
  readonly from: number
  readonly to: number
  readonly mass?: number | null
  readonly pads?: readonly number[] | null
  readonly boxes: readonly number[]
  readonly gramsPerBox: number
  readonly scale?: number | null
  readonly portions: readonly number[]
  readonly pack?: number | null
}
type Read = { readonly ok: true; readonly asked: MixAsked } | { readonly ok: false; readonly refusal: Refusal }
const no = (path: string, words: string): Read => ({ ok: false, refusal: { path, sentence: `${path} ${words}.` } })

function dribble(m: Checked): Read {
  const { acid, loss } = m
  const give = (of: Extract<MixAsked, { what: 'oxalic-dribble' }>['of']): Read => ({
    ok: true,
    asked: { what: 'oxalic-dribble', acid, of, loss: loss ?? 0 },
  })
  if (m.volume != null) {
    if (m.colonies != null || m.seams != null) return no('volume', 'is given beside colonies or seams: one or the other')
    return give({ volume: m.volume })
  }
  if (Array.isArray(m.seams)) {
    const seams = m.seams as readonly number[]
    if (m.colonies != null && m.colonies !== seams.length) return no('colonies', `is ${m.colonies}, and seams are given for ${seams.length}`)
    return give({ seams })
  }
  if (m.colonies == null && m.seams == null) return no('colonies', 'must be there with its seams, or a volume in place of them')
  if (m.colonies == null) return no('colonies', 'must be there: how many get so many seams')
  if (m.seams == null)
    return no('seams', 'must be there: how many seams of bees a colony has. Where that is not known it is looked at first, and the most is not given')
  const { seams, colonies } = m as { seams: number; colonies: number }
  return give({ seams: Array.from({ length: colonies }, () => seams) })
}

function dilution({ from, to, mass, pads }: Checked): Read {
  if (to > from) return no('to', `is ${plain(to)} % and the acid has ${plain(from)} %: nothing is made stronger than what it is made of`)
  if (mass != null && pads != null) return no('mass', 'is given beside pads: one or the other')
  if (pads != null) return { ok: true, asked: { what: 'formic-dilution', from, to, of: { pads } } }
  if (mass == null) return no('mass', 'must be there: how many grams are wanted')
  return { ok: true, asked: { what: 'formic-dilution', from, to, of: { mass } } }
}

/** Reads a mix file's JSON value; nothing is guessed or converted. */
export function parseMix(value: unknown): Read {
  const { error: unknown, value: named } = anyMix().validate(value)
  if (unknown) return { ok: false, refusal: saidBy(unknown) }
  const { error, value: given } = schemaOf((named as Checked).what).validate(value)
  if (error) return { ok: false, refusal: saidBy(error) }
  const m = given as Checked
  switch (m.what) {
    case 'oxalic-dribble':
      return dribble(m)
    case 'formic-dilution':
      return dilution(m)
    case 'oxalic-charges':
      return { ok: true, asked: { what: m.what, boxes: m.boxes, gramsPerBox: m.gramsPerBox, scale: m.scale ?? null } }
    case 'gel-portions':
      return { ok: true, asked: { what: m.what, portions: m.portions, pack: m.pack ?? null } }
    case 'soapy-wash':
      return { ok: true, asked: { what: m.what, volume: m.volume ?? 0 } }
  }
}

/** What is wrong with a mix as it was asked and is kept; null where nothing is. */
export function faultOfAsked(value: object): string | null {
  const { of, ...rest } = value as MixAsked & { readonly of?: object }
  const read = parseMix({ mix: 1, ...rest, ...of })
  return read.ok ? null : read.refusal.sentence
}
