export type {
  Archive,
  ArchiveColumn,
  ArchiveRow,
  ArchiveRows,
  ArchiveTable,
  ColumnKind,
} from './archive';
export { openArchive, whyRefused } from './read';
export type { OpenArchive, ReadArchive } from './read';
export { writeArchive } from './write';
