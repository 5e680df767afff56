export { serveStudents } from './students.routes';
export { createStudentsService } from './students.service';
