import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { SongCommand } from '@harvu/core/edits';

/** Asked when the capo of a song with chords is moved: what is to stay, the shapes or the sound. */
@Component({
  selector: 'harvu-capo-question',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <p
      class="flex flex-wrap items-center gap-2 rounded-sm border border-l-4 border-line border-l-brass bg-sheet px-3 py-1.5"
    >
      <b>Capo to {{ capo() }}:</b>
      <button type="button" class="button" (click)="answer('shapes')">
        Keep the shapes, it sounds elsewhere
      </button>
      <button type="button" class="button" (click)="answer('sounds')">
        Keep the sound, other shapes
      </button>
      <button type="button" class="link text-xs" (click)="left.emit()">leave it</button>
    </p>
  `,
})
export class CapoQuestion {
  readonly capo = input.required<number>();
  readonly changed = output<SongCommand>();
  readonly left = output();

  protected answer(keeps: 'shapes' | 'sounds'): void {
    this.changed.emit({ kind: 'move-capo', capo: this.capo(), keeps });
  }
}
