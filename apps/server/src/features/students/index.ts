export { createStudentsRoutes } from './students.routes';
export { createStudentsService } from './students.service';
