export { todaysCards } from './todays-cards';
export type { CardReason, SongToday, TodaysCard, TodaysTime } from './todays-cards';
