export { Drafts } from './drafts';
export type { Draft } from './drafts';
export { EventQueue } from './event-queue';
export { PlansApi } from './plans.api';
export { PlanStore } from './plan-store';
export { PutAway } from './put-away';
export { EventsApi } from './events.api';
export { TodayList } from './today-list';
export type { ListedCard } from './today-list';
