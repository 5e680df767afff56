import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { chordLabel } from '@harvu/core/chord';
import type { Finding, Remedy } from '@harvu/core/checks';
import type { ChartFault } from '@harvu/core/song';
import { Note, type NoteTone } from '../../../ui/note';
import { PatternLane } from '../../../ui/pattern-lane';

/** How much a finding matters, as a note shows it. */
export const TONES: Readonly<Record<Finding['severity'], NoteTone>> = {
  fault: 'rose',
  doubt: 'brass',
  note: 'slate',
};

/** One thing noticed: what and where, clicks that settle it, and a way to say that it is meant so. */
@Component({
  selector: 'harvu-finding-note',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note, PatternLane],
  template: `
    <harvu-note [tone]="tone()" [heading]="heading()">
      {{ finding().message }}
      @for (one of finding().patterns; track one.label) {
        <span class="mt-1.5 block rounded-sm bg-paper px-1.5 pt-1">
          <span class="text-xs text-ink-soft">{{ one.label }}</span>
          <harvu-lane [pattern]="one.pattern" [scale]="0.8" />
        </span>
      }
      <span class="mt-2 flex flex-wrap gap-2">
        @for (remedy of finding().remedies; track remedy.label) {
          <button type="button" class="button min-h-8 py-0.5" (click)="settle.emit(remedy)">
            {{ remedy.label }}
          </button>
        }
        @if (place(); as at) {
          <button type="button" class="button min-h-8 py-0.5" (click)="go.emit(at)">Show me</button>
        }
        <button
          type="button"
          class="link self-center text-xs"
          [attr.aria-expanded]="isOverruling()"
          (click)="isOverruling.set(!isOverruling())"
        >
          It is meant so
        </button>
      </span>
      @if (isOverruling()) {
        <form class="mt-2 flex gap-2" (submit)="$event.preventDefault(); send(reason.value)">
          <input
            #reason
            class="field"
            maxlength="300"
            required
            aria-label="Why it is meant so"
            placeholder="Why it is meant so"
          />
          <button type="submit" class="button">Keep</button>
        </form>
      }
    </harvu-note>
  `,
})
export class FindingNote {
  readonly finding = input.required<Finding>();
  /** Where it stands in the text. */
  readonly place = input<ChartFault | undefined>();
  readonly go = output<ChartFault>();
  readonly settle = output<Remedy>();
  /** The reason a teacher gives for letting it stand. */
  readonly overrule = output<string>();
  protected readonly isOverruling = signal(false);
  protected readonly tone = computed(() => TONES[this.finding().severity]);
  protected readonly heading = computed(() => {
    const { at } = this.finding();
    const name = at.startsWith('the ')
      ? `${at.charAt(4).toUpperCase()}${at.slice(5)}`
      : chordLabel(at);
    const place = this.place();
    return place ? `${name}, line ${place.line}.` : `${name}.`;
  });

  protected send(reason: string): void {
    if (reason.trim() !== '') this.overrule.emit(reason.trim());
  }
}
