import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { fingeringOf, formatGrip, parseGrip, type FoundGrip } from '@harvu/core/fretboard';
import { settledFrame, type SongCommand, type SongDocument } from '@harvu/core/song';
import { handFor, type SongGrip } from '@harvu/core/steps';
import { of, switchMap } from 'rxjs';
import { Analysis } from '../../../platform/analysis';
import { ChordLabel } from '../../../ui/chord-label';
import { GripDiagram } from '../../../ui/grip-diagram';

/** The song's grips in a row; choosing one opens others to take its place. */
@Component({
  selector: 'harvu-grip-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, GripDiagram],
  template: `
    @if (grips().length > 0) {
      <h2 class="mb-1 text-sm text-ink-soft">Grips</h2>
      <ul class="flex flex-wrap gap-x-1 gap-y-1">
        @for (one of grips(); track one.name) {
          <li>
            <button
              type="button"
              class="rounded-md border px-1.5 pt-1 pb-0.5 text-center hover:border-ink-soft"
              [class]="one.name === chosen() ? 'border-ink' : 'border-transparent'"
              [attr.aria-expanded]="one.name === chosen()"
              (click)="choose(one.name)"
            >
              <b class="block font-display">{{ one.name | chord }}</b>
              <harvu-grip [grip]="one.grip" [fingers]="one.fingers" [scale]="0.8" />
              <span class="block text-xs text-ink-soft">{{
                one.isProposed ? 'proposed' : 'yours'
              }}</span>
            </button>
          </li>
        }
      </ul>
    }
    @if (edited(); as grip) {
      <section class="mt-2 rounded-md border border-line bg-sheet p-3" aria-label="Choose a grip">
        <form
          class="flex flex-wrap items-end gap-2"
          (submit)="$event.preventDefault(); take(typed.value)"
        >
          <label class="text-xs text-ink-soft">
            Grip of {{ grip.name | chord }}, lowest string first
            <input
              #typed
              class="field mt-0.5 block w-44 font-mono"
              [value]="textOf(grip)"
              autocomplete="off"
              spellcheck="false"
            />
          </label>
          <button type="submit" class="button button-strong">Use it</button>
          <span class="self-center text-xs text-ink-soft">such as x02210; x is a muted string</span>
        </form>
        @if (fault()) {
          <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
        }
        <ul class="mt-3 flex flex-wrap gap-2" aria-label="Grips found, easiest first">
          @for (found of offered(); track $index) {
            <li>
              <button
                type="button"
                class="rounded-md border border-line bg-paper px-1.5 pt-1 hover:border-ink"
                (click)="use(grip.name, found)"
              >
                <harvu-grip [grip]="found.grip" [fingers]="found.fingers" [scale]="0.75" />
                <span class="block pb-0.5 text-center font-mono text-xs">{{ textOf(found) }}</span>
              </button>
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class GripRow {
  readonly song = input.required<SongDocument>();
  readonly grips = input.required<readonly SongGrip[]>();
  readonly changed = output<SongCommand>();
  private readonly analysis = inject(Analysis);

  protected readonly chosen = signal('');
  protected readonly fault = signal('');
  protected readonly edited = computed(() =>
    this.grips().find((one) => one.name === this.chosen()),
  );
  protected readonly offered = toSignal(
    toObservable(this.chosen).pipe(
      switchMap((name) =>
        name ? this.analysis.findGrips(this.song(), name) : of<readonly FoundGrip[]>([]),
      ),
    ),
    { initialValue: [] },
  );
  protected readonly textOf = ({ grip }: Pick<SongGrip, 'grip'>): string => formatGrip(grip);

  protected choose(name: string): void {
    this.fault.set('');
    this.chosen.update((now) => (now === name ? '' : name));
  }

  protected use(name: string, { grip, fingers }: Pick<SongGrip, 'grip' | 'fingers'>): void {
    this.changed.emit({ kind: 'set-grip', name, grip, fingers });
  }

  protected take(text: string): void {
    const grip = parseGrip(text.trim());
    const strings = settledFrame(this.song().frame).tuning.length;
    if (grip?.length !== strings) {
      this.fault.set(
        `This is no grip for ${strings} strings. Write one fret for each, lowest first, with dashes above 9: x-10-12-12-12-10.`,
      );
      return;
    }
    this.fault.set('');
    const fingers = fingeringOf(grip, handFor(this.song()))?.fingers;
    this.changed.emit({ kind: 'set-grip', name: this.chosen(), grip, ...(fingers && { fingers }) });
  }
}
