// What takes long, done in threads of its own; each thread is an instance of this file.
import { closePrototypes } from './platform/hardened';

export { changedBetween, findAll, lookOver } from './features/plans/plan-tasks';
export { packArchive } from './features/records/archive-tasks';
export { gripNames, weigh } from './features/requests/weigh';
export { printPaper } from './features/sheets/papers/print-paper';
export { printSheet } from './features/sheets/print-sheet';
export { lookThrough } from './features/students/student-tasks';

closePrototypes();
