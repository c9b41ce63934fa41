export { ACIDS, equalTo, formicDensity, MOLAR, SYRUP_DENSITY, type Acid } from './materials.ts'
export {
  MIX_KINDS,
  mixOf,
  usualAmounts,
  WASH_PER_JAR,
  type ChargesAsked,
  type DilutionAsked,
  type DribbleAsked,
  type Mix,
  type MixAsked,
  type MixKind,
  type PortionsAsked,
  type WashAsked,
} from './mix.ts'
