import { inject, Injectable, signal } from '@angular/core';
import type { OwnConstants } from '@harvu/core/assumptions';
import { tap } from 'rxjs';
import { Task } from '../../platform/task';
import { ConstantsApi } from './constants.api';

/** The constants that the studio has set to values of its own. */
@Injectable()
export class ConstantsState {
  private readonly api = inject(ConstantsApi);
  private readonly task = new Task();
  private readonly values = signal<OwnConstants>({});
  private readonly words = signal('');

  readonly own = this.values.asReadonly();
  readonly problem = this.task.problem;
  readonly told = this.words.asReadonly();

  load(): void {
    this.task.run(this.api.find().pipe(tap((own) => this.values.set(own))));
  }

  /** Keeps all of them; `name` is the one that was changed. */
  keep(own: OwnConstants, name: string): void {
    this.words.set('');
    this.task.run(
      this.api.save(own).pipe(
        tap((kept) => {
          this.values.set(kept);
          this.words.set(`${name}: kept.`);
        }),
      ),
    );
  }
}
