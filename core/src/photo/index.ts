export type { Picture, Spot } from './picture.ts'
export { drawPractice, MITE, PRACTICE_KINDS, type PracticeKind, type PracticePicture } from './practice.ts'
export { scoreMarks, type Score } from './score.ts'
export { suggestMites, workingScale, WORKING_LENGTH, type Suggestion } from './suggest.ts'
