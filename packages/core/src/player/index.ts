export { expectedOf, heldIn, stretchFor } from './expected';
export type { Expected, ExpectedRequest } from './expected';
export { hearBeside, hearStretch } from './hearing';
export type { ExpectedStroke, HeardNote, HeardStroke, HearingSetup } from './hearing';
export { handFor, songGrips } from './song-grips';
export type { SongGrip } from './song-grips';
export { measuredSeconds, paceFactorOf, secondsAtMost, USUAL_STUDENT } from './student';
export type { MeasuredChange, ShownSkills, Student } from './student';
