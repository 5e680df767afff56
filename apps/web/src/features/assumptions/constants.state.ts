import { computed, inject, Injectable, signal } from '@angular/core';
import type { StudioConstants } from '@harvu/contract';
import { defer, tap } from 'rxjs';
import { Task } from '../../platform/task';
import { ConstantsApi } from './constants.api';
import type { OwnConstants } from '@harvu/core/constants';

/** The constants that the studio has set to values of its own. */
@Injectable()
export class ConstantsState {
  private readonly api = inject(ConstantsApi);
  private readonly task = new Task();
  private readonly kept = signal<StudioConstants>({ version: 0, values: {} });
  private readonly words = signal('');

  readonly own = computed(() => this.kept().values);
  readonly problem = this.task.problem;
  readonly told = this.words.asReadonly();

  load(): void {
    this.task.run(this.api.find().pipe(tap((kept) => this.kept.set(kept))));
  }

  /** Keeps all of them; `name` is the one that was changed. */
  keep(values: OwnConstants, name: string): void {
    this.words.set('');
    // From the state it is in when its turn comes, after what was changed before.
    const saving = defer(() => this.api.save({ baseVersion: this.kept().version, values }));
    this.task.run(
      saving.pipe(
        tap((kept) => {
          this.kept.set(kept);
          this.words.set(`${name}: kept.`);
        }),
      ),
    );
  }
}
