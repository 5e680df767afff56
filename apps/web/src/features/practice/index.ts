export { PracticePage } from './practice-page';
