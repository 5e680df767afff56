export { LessonPage } from './lesson-page';
