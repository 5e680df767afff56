export { expectedOf } from './expected';
export type { Expected, ExpectedRequest, ExpectedStroke } from './expected';
export { handFor, songGrips } from './song-grips';
export type { SongGrip } from './song-grips';
export { measuredSeconds, paceFactorOf, secondsAtMost, USUAL_STUDENT } from './student';
export type { MeasuredChange, Shown, Student } from './student';
