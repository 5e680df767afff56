export { Dialogs } from './dialogs';
