export { expectedOf } from './expected';
export type { Expected, ExpectedRequest, ExpectedStroke } from './expected';
export { handFor, songGrips } from './song-grips';
export type { SongGrip } from './song-grips';
export { USUAL_STUDENT, paceFactorOf, shownSeconds } from './student';
export type { MeasuredChange, Shown, Student } from './student';
