export { engraveRiff } from './engrave';
export type { EngraveOptions, EngravedRiff } from './engrave';
export type { DrawnNote, RiffRow } from './row';
