export { StudentPage } from './student-page';
export { StudentsApi } from './students.api';
export { StudentsPage } from './students-page';
