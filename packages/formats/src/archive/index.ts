export type {
  Archive,
  ArchiveColumn,
  ArchiveRow,
  ArchiveRows,
  ArchiveTable,
  ColumnKind,
} from './archive';
export { readArchive } from './read';
export type { ReadArchive } from './read';
export { writeArchive } from './write';
