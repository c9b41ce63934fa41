export { assignArms, balanceOf, spreadOfLevels, type ArmBalance, type Assigned, type Candidate } from './assign.ts'
export { leftOf, trialState, UNTREATED, type TrialArm, type TrialColony, type TrialPair, type TrialState } from './analyse.ts'
export { trialCandidates, type TrialCandidate, type TrialOption } from './options.ts'
