export { celsius, celsiusList, celsiusRange, degree, fill, fromTo, grams, kelvin, millilitres, aDay, aLongDay } from './notation.ts'
export { sayAs, USUAL_READER, worded, type Reader } from './word.ts'
