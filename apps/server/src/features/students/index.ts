export { serveStudents } from './students.routes';
export { createStudentsService } from './students.service';
export type { StudentsService } from './students.service';
