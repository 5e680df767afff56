import { serve, type Api } from '../../platform/routing';
import type { LessonsService } from './lessons.service';

/** Routes about lessons: a student reads their own, teachers read and keep all. */
export function serveLessons(api: Api, service: LessonsService): void {
  serve(api, 'lessons', ({ person }) => service.weeks(person));
  serve(api, 'lessonsOf', ({ id, person }) => service.listOf(id, person));
  serve(api, 'saveLesson', ({ id, body, person }) => service.save(id, body, person));
  serve(api, 'usualLesson', async ({ id }) => {
    await service.asUsual(id);
    return undefined;
  });
  serve(api, 'outbox', () => service.outbox());
}
