export { readCalendar } from './read';
export type { CalendarOptions, FoundDates, FoundHour, ReadCalendar } from './read';
