export { rangeWords } from './bar-ranges';
export { gripMinutes, isGripOwned, loadsHand } from './grip-learning';
export { kindOf } from './kinds';
export type { Kind, Subject, Proven } from './kinds';
export { splitSection } from './kinds/half';
export type { SplitStep } from './kinds/half';
export { partName } from './layered-parts';
export { makeOwn } from './kinds/own';
export type { OwnStepWords } from './kinds/own';
export { gripsIn, insideChanges } from './inside';
export type { InsideChange } from './inside';
export { climbingOf } from './climbing';
export type { Climbing } from './climbing';
export { ladder } from './ladder';

export type { LadderRequest, LadderResult } from './ladder';
export { makeSteps } from './make-steps';
export type { StepWishes } from './make-steps';
export { withNeedsFirst } from './needs-order';
export { passOf } from './pass';
export type { Pass } from './pass';
export { riffApart } from './riff-apart';
export type { RiffApart, RiffElsewhere } from './riff-apart';
export type { RiffToLearn } from './riff-to-learn';
export type { Goal, Step, StepLimit } from './step';
export { layerWords, shortTitle, stepTitle, titleInSentence } from './step-title';
export type { StepAbout } from './step-title';
export { minutesLeft } from './step-minutes';
export { beatWords, called } from './step-words';
export { tempoLimit } from './tempo-limit';
export type { LimitRequest, TempoLimit, TimedChange } from './tempo-limit';
export { barsOfPart, changesOfPart, changeTimesOf, workpieceOf } from './workpiece';
export type {
  SongChangeTime,
  TimedSongChange,
  WindowedChange,
  Workpiece,
  WorkpieceOptions,
} from './workpiece';
