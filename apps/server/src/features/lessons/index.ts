export { serveLessons } from './lessons.routes';
export { createLessonsService, forStudent, withKept } from './lessons.service';
export { createLessonsStore } from './lessons.store';
export type { LessonsStore } from './lessons.store';
export { createMailsStore } from './mails.store';
