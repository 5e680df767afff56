export { Analysis } from './analysis';
export type {
  KeyAdvice,
  PlannedSong,
  SceneAsked,
  SmallerWish,
  SongApart,
  VoiceRanges,
} from './answers';
export type { GripWishes } from './grip-search';
export { requestOf } from './plan-request';
export type { PlanRequest } from './plan-request';
