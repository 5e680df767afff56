export { WaysPage } from './ways-page';
