import Joi from 'joi'
import { daySchema, nameOf } from '../formats/index.ts'

/** What bodies and answers are made of. */
export const uuid = () => Joi.string().guid()
export const instant = () => Joi.string().isoDate()
export const version = () => Joi.number().integer().min(1)
export const day = daySchema
export const role = () => Joi.string().valid('owner', 'helper', 'reader')
/** There, with or without a word in it. */
export const maybe = <S extends Joi.Schema>(schema: S): S => schema.allow(null) as S
/** May be left out, and is nothing then. */
export const left = <S extends Joi.Schema>(schema: S): S => schema.allow(null).default(null) as S
export const maybeDay = () => left(daySchema())
export const text = (most: number) => Joi.string().max(most).allow(null, '').default(null)
export { nameOf }
