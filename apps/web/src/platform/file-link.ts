import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { ProblemLine } from '../ui/problem-line';
import { FilesApi } from './files.api';
import { Task } from './task';

/** A file the server makes, saved at a press; where the password is asked for once more, it comes after it. */
@Component({
  selector: 'harvu-file-link',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ProblemLine],
  template: `
    <button type="button" class="link" [disabled]="task.count() > 0" (click)="save()">
      <ng-content />
    </button>
    @if (task.problem(); as problem) {
      <harvu-problem [problem]="problem" />
    }
  `,
})
export class FileLink {
  readonly address = input.required<string>();
  private readonly files = inject(FilesApi);
  protected readonly task = new Task();

  protected save(): void {
    this.task.run(this.files.save(this.address()));
  }
}
