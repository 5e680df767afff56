export { differenceWords, withChange, withoutChange } from './teaching-edits';
