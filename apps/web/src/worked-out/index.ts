export { Analysis } from './analysis';
export type {
  Adjustments,
  DuePart,
  KeyAdvice,
  PlannedSong,
  SceneAsked,
  SmallerWish,
  SlowChange,
  SongApart,
  SongProgress,
  VoiceRanges,
  WhenReached,
} from './answers';
export type { GripWishes } from './grip-search';
export { requestOf } from './plan-request';
export type { PlanRequest } from './plan-request';
