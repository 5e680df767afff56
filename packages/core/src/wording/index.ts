export { counted, listed } from './plain';
