export { StudentsPage } from './students-page';
