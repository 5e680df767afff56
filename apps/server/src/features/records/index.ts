export { createActsStore } from './acts.store';
export { serveArchives } from './archive.routes';
export { createArchiveService } from './archive.service';
export { createArchiveStore } from './archive.store';
export { serveRecords } from './records.routes';
export { createRecordsService } from './records.service';
export { createErasuresStore } from './erasures.store';
export { createPersonDataStore, putAwayStudents } from './person-data.store';
export { tidy } from './tidy';
