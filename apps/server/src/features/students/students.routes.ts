import { serve, type Api } from '../../platform/routing';
import type { StudentsService } from './students.service';

/** Routes about what is known of a student: they may read their own, teachers may read and change it. */
export function serveStudents(api: Api, service: StudentsService): void {
  serve(api, 'student', ({ id, person }) => service.find(id, person));
  serve(api, 'saveStudent', ({ id, body, person }) => service.save(id, body, person));
}
