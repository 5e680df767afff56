import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { chordLabel } from '@harvu/core/chord';
import type { CheckCode, Finding, Remedy } from '@harvu/core/checks';
import type { Overrule } from '@harvu/contract';
import type { ChartFault } from '@harvu/core/song';
import { Note } from '../../../ui/note';
import { FindingNote, TONES } from './finding-note';

/** What several findings of one kind are called together. */
const TOGETHER: Readonly<Record<CheckCode, string>> = {
  'frame-missing': 'Not said yet',
  'frame-late': 'Said too late',
  'grip-name': 'Grips that do not sound their name',
  'grip-omits': 'Grips that leave a tone out',
  'grip-colour': 'Grips with more in them than their name',
  'grip-slip': 'Grips that look like a slip',
  'grip-conflict': 'Names with two grips',
  'grip-strike': 'Grips and the strings that are struck',
  'grip-origin': 'Grips and where they come from',
  'tuned-down': 'Shapes or sounds',
  'grip-drone': 'Strings that ring on',
  'grip-twin': 'Grips that are the same',
  'bass-note': 'Only the bass is struck',
  'grip-reach': 'Wide grips',
  'shape-claim': 'Shapes that are not what is said',
  inventory: 'Chords and grips that do not meet',
  'key-fit': 'Chords outside the key',
  'pattern-fill': 'Patterns that do not fill their bar',
  'pattern-hand': 'Patterns against the swing of the hand',
  'pattern-tellings': 'Patterns that can be heard two ways',
  'pluck-muted': 'Plucks on muted strings',
  'change-slot': 'Changes between two strokes',
  'bar-fill': 'Bars that do not fill up',
  'bar-ledger': 'Sections with other bars than said',
  'repeat-scope': 'Repeats of what?',
  'map-cover': 'Sections and the map',
  'map-count': 'How often it is played',
  'same-claim': 'Said to be the same',
  clock: 'Against the recording’s clock',
  'doubt-open': 'To listen for',
  rights: 'Rights',
  'step-order': 'Order of the steps',
  'riff-count': 'Riffs that cannot be read',
  'riff-same': 'Riffs said to sound alike',
  'riff-reach': 'Riffs beyond the hand',
  'echo-time': 'Echoes beside the beat',
  'step-rate': 'Strokes too fast for now',
};

/** Findings of one kind as one note: each a line, which opens what can be done about it. */
@Component({
  selector: 'harvu-finding-group',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingNote, Note],
  host: { class: 'block' },
  template: `
    @if (findings().length === 1) {
      <harvu-finding-note
        [finding]="findings()[0]!"
        [place]="placeOf(findings()[0]!)"
        (go)="go.emit($event)"
        (settle)="settle.emit($event)"
        (overrule)="overrule.emit({ key: findings()[0]!.key, reason: $event })"
      />
    } @else {
      <harvu-note [tone]="tone()" [heading]="heading()">
        <ul class="mt-1 grid gap-1">
          @for (one of findings(); track one.key) {
            <li>
              <button
                type="button"
                class="w-full rounded-sm px-1 text-left hover:bg-paper"
                [attr.aria-expanded]="one.key === opened()"
                (click)="opened.set(one.key === opened() ? '' : one.key)"
              >
                <b>{{ nameOf(one) }}</b> {{ one.key === opened() ? '' : one.message }}
              </button>
              @if (one.key === opened()) {
                <harvu-finding-note
                  [finding]="one"
                  [place]="placeOf(one)"
                  (go)="go.emit($event)"
                  (settle)="settle.emit($event)"
                  (overrule)="overrule.emit({ key: one.key, reason: $event })"
                />
              }
            </li>
          }
        </ul>
      </harvu-note>
    }
  `,
})
export class FindingGroup {
  /** All of one kind, at least one. */
  readonly findings = input.required<readonly Finding[]>();
  /** What the chart text has as faults, with their places. */
  readonly faults = input<readonly ChartFault[]>([]);
  readonly go = output<ChartFault>();
  readonly settle = output<Remedy>();
  readonly overrule = output<Overrule>();
  protected readonly opened = signal('');
  private readonly first = computed(() => this.findings()[0]);
  protected readonly tone = computed(() => TONES[this.first()?.severity ?? 'note']);
  protected readonly heading = computed(() => {
    const first = this.first();
    return first ? `${TOGETHER[first.code]}: ${this.findings().length}.` : '';
  });

  protected nameOf({ at }: Finding): string {
    return at.startsWith('the ') ? '' : chordLabel(at);
  }

  /** Where in the text a finding stands, if the text has it as a fault. */
  protected placeOf({ code, message }: Finding): ChartFault | undefined {
    return this.faults().find((fault) => fault.code === code && fault.message === message);
  }
}
