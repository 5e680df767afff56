export { columnsOf, readTable } from './read';
export type { FoundTable, ReadTable, TableColumns, TableField } from './read';
export { readRequests, REQUEST_FIELDS } from './requests';
export type { KnownRequests, RequestField, TableRequest } from './requests';
export { readStudents, STUDENT_FIELDS } from './students';
export type { KnownPeople, StudentField, TableRow, TableStudent } from './students';
export { writeTable } from './write';
export type { Cell } from './write';
