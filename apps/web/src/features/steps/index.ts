export { StepsPage } from './steps-page';
