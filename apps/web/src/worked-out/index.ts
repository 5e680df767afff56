export { Analysis } from './analysis';
export type {
  Adjustments,
  DuePart,
  PlannedSong,
  SceneAsked,
  SmallerWish,
  SlowChange,
  SongApart,
  SongProgress,
  WhenReached,
} from './answers';
export type { GripWishes } from './grip-search';
export { requestOf } from './plan-request';
export type { PlanRequest } from './plan-request';
