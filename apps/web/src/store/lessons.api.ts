import { inject, Injectable } from '@angular/core';
import type { SaveLesson } from '@harvu/contract';
import { Api } from '../platform/api';

/** Asks the server about lessons. */
@Injectable({ providedIn: 'root' })
export class LessonsApi {
  private readonly api = inject(Api);

  readonly weeks = () => this.api.call('lessons');
  readonly listOf = (studentId: string) => this.api.call('lessonsOf', { id: studentId });
  readonly save = (id: string, save: SaveLesson) => this.api.call('saveLesson', { id }, save);
  /** Forgets what was said of a lesson that was not held. */
  readonly asUsual = (id: string) => this.api.call('usualLesson', { id });
  readonly outbox = () => this.api.call('outbox');
}
