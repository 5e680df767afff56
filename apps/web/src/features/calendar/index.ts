export { CalendarPage } from './calendar-page';
