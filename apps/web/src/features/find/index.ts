export { FindDialog } from './find-dialog';
export { KeysDialog } from './keys-dialog';
