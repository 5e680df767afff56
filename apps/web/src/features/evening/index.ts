export { EveningPage } from './evening-page';
