export { WeekPage } from './week-page';
