import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { chordLabel, parseChordName } from '@harvu/core/chord';
import {
  checkGrip,
  fingeringOf,
  formatFingers,
  formatGrip,
  nameGrip,
  parseFingers,
  parseGrip,
  type FoundGrip,
  type Grip,
} from '@harvu/core/fretboard';
import { toneOver } from '@harvu/core/pitch';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import { handFor, type SongGrip } from '@harvu/core/player';
import { switchMap } from 'rxjs';
import { Analysis } from '../../worked-out';
import { ChordLabel } from '../../ui/chord-label';
import { GripDiagram } from '../../ui/grip-diagram';
import { GripNeck } from './grip-neck';

const VERDICTS = {
  agrees: 'Sounds its name.',
  omits: 'Leaves out',
  colours: 'Sounds more than its name:',
  bass: 'Only the bass of it is struck.',
  differs: 'Does not sound its name, but',
} as const;

/** One grip being edited: by clicking strings and frets, by typing, or by taking one that was found. */
@Component({
  selector: 'harvu-grip-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, GripDiagram, GripNeck],
  host: {
    class: 'block scroll-my-4 rounded-md border border-line bg-sheet p-3',
    role: 'region',
    'aria-label': 'Choose a grip',
    '(keydown.escape)': 'closed.emit()',
  },
  template: `
    <div class="flex flex-wrap gap-x-5 gap-y-3">
      <harvu-grip-neck [grip]="held()" [setup]="setup()" (changed)="try($event)" />
      <div class="min-w-0 flex-1 basis-56">
        <form
          class="flex flex-wrap items-end gap-2"
          (submit)="$event.preventDefault(); take(typed.value, told.value)"
        >
          <label class="text-xs text-ink-soft">
            Grip of {{ grip().name | chord: setup().raised }}, lowest string first
            <input
              #typed
              class="field mt-0.5 block w-40 font-mono"
              [value]="textOf(held())"
              autocomplete="off"
              spellcheck="false"
              (input)="hear(typed.value)"
            />
          </label>
          <label class="text-xs text-ink-soft">
            fingers, T is the thumb; if empty, as they lie
            <input
              #told
              class="field mt-0.5 block w-28 font-mono"
              [value]="fingersOf(grip())"
              maxlength="8"
              autocomplete="off"
              spellcheck="false"
            />
          </label>
          <button type="submit" class="button button-strong">Use it</button>
          <button type="button" class="button" (click)="closed.emit()">Close</button>
        </form>
        @if (fault()) {
          <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
        }
        <p class="mt-2" role="status">
          <span [class]="isFine() ? 'text-spruce' : 'text-brass'">{{ verdict() }}</span>
          <span class="block text-xs text-ink-soft">{{ nameWords() }}</span>
        </p>
      </div>
    </div>
    <div class="mt-3 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-xs">
      <h3 class="text-sm text-ink-soft">Found for this name, easiest first</h3>
      @for (wish of wishes; track wish.field) {
        <label class="flex items-center gap-1.5">
          <input
            type="checkbox"
            class="size-4 accent-spruce"
            [checked]="wished()[wish.field]"
            (change)="toggle(wish.field)"
          />
          {{ wish.label }}
        </label>
      }
    </div>
    <ul class="mt-2 flex flex-wrap gap-2" aria-label="Grips found, easiest first">
      @for (found of offered(); track $index) {
        <li>
          <button
            type="button"
            class="rounded-md border border-line bg-paper px-1.5 pt-1 hover:border-ink"
            (click)="use(found.grip, found.fingers)"
          >
            <harvu-grip
              [grip]="found.grip"
              [fingers]="found.fingers"
              [setup]="setup()"
              [scale]="0.75"
            />
            <span class="block text-center font-mono text-xs">{{ textOf(found.grip) }}</span>
            <span class="block max-w-24 pb-0.5 text-center text-xs text-ink-soft">{{
              soundWords(found)
            }}</span>
          </button>
        </li>
      } @empty {
        <li class="text-ink-soft">None that this hand can hold.</li>
      }
    </ul>
  `,
})
export class GripEditor {
  readonly song = input.required<SongDocument>();
  readonly grip = input.required<SongGrip>();
  readonly changed = output<SongCommand>();
  readonly closed = output();
  private readonly analysis = inject(Analysis);

  protected readonly wishes = [
    { field: 'noBarre', label: 'no barre' },
    { field: 'thumb', label: 'thumb over' },
    { field: 'colours', label: 'may colour the name' },
  ] as const;
  protected readonly wished = signal({ noBarre: false, thumb: false, colours: false });
  protected readonly fault = signal('');
  protected readonly setup = computed(() => settledFrame(this.song()));
  /** The grip as it is being tried; taken over at once, so the page sounds and shows it. */
  protected readonly held = linkedSignal(() => this.grip().grip);
  private readonly asked = computed(() => ({
    song: this.song(),
    name: this.grip().name,
    wishes: this.wished(),
  }));
  protected readonly offered = toSignal(
    toObservable(this.asked).pipe(
      switchMap(({ song, name, wishes }) => this.analysis.findGrips(song, name, wishes)),
    ),
    { initialValue: [] as readonly FoundGrip[] },
  );

  private readonly check = computed(() => {
    const chord = parseChordName(this.grip().name);
    return chord && checkGrip(chord, this.held(), this.setup());
  });
  protected readonly isFine = computed(() => this.check()?.verdict === 'agrees');
  protected readonly verdict = computed(() => {
    const check = this.check();
    if (!check) return '';
    const words = VERDICTS[check.verdict];
    if (check.verdict === 'agrees' || check.verdict === 'bass') return words;
    return check.verdict === 'omits'
      ? `${words} ${this.tones(check.missing, this.grip().name)}: ${chordLabel(check.sounds)}.`
      : `${words} ${chordLabel(check.sounds)}.`;
  });
  protected readonly nameWords = computed(() => {
    const { shape, sounding } = nameGrip(this.held(), this.setup(), {
      key: this.song().frame.key,
      count: 3,
    });
    const shapes = shape.map((fit) => chordLabel(fit.name)).join(', ');
    const heard = chordLabel(sounding[0]?.name ?? '');
    return this.setup().raised === 0 ? `Names: ${shapes}.` : `Shape: ${shapes}. Sounds: ${heard}.`;
  });
  protected readonly textOf = (grip: Grip): string => formatGrip(grip);

  private tones(tones: readonly number[], name: string): string {
    return tones.map((tone) => chordLabel(toneOver(name, tone))).join(', ');
  }

  protected soundWords({ missing, gained, barres }: FoundGrip): string {
    const { name } = this.grip();
    const words = [
      barres.some((barre) => barre.to - barre.from > 1) ? 'barre' : '',
      missing.length > 0 ? `without ${this.tones(missing, name)}` : '',
      gained.length > 0 ? `adds ${this.tones(gained, name)}` : '',
    ].filter(Boolean);
    return words.join(', ') || 'whole';
  }

  protected toggle(field: 'noBarre' | 'thumb' | 'colours'): void {
    this.wished.update((now) => ({ ...now, [field]: !now[field] }));
  }

  protected use(grip: Grip, fingers: SongGrip['fingers'] | undefined): void {
    this.fault.set('');
    const { name } = this.grip();
    this.changed.emit({ kind: 'set-grip', name, grip, ...(fingers && { fingers }) });
  }

  /** What is clicked together is kept at once; fingers are laid where a hand can. */
  protected try(grip: Grip): void {
    this.held.set(grip);
    this.use(grip, fingeringOf(grip, handFor(this.song()))?.fingers);
  }

  protected fingersOf({ fingers, isProposed }: SongGrip): string {
    return isProposed ? '' : formatFingers(fingers);
  }

  /** What is typed is shown and named while one types, as soon as it is a grip. */
  protected hear(text: string): void {
    const grip = this.read(text);
    if (grip) this.held.set(grip);
  }

  private read(text: string): Grip | undefined {
    const grip = parseGrip(text.trim());
    return grip?.length === this.setup().tuning.length ? grip : undefined;
  }

  /** Fingers that are not told are laid where a hand can. */
  protected take(text: string, told: string): void {
    const strings = this.setup().tuning.length;
    const grip = this.read(text);
    if (!grip) {
      this.fault.set(
        `This is no grip for ${strings} strings. Write one fret for each, lowest first, with dashes above 9: x-10-12-12-12-10.`,
      );
      return;
    }
    const fingers = told.trim() === '' ? undefined : parseFingers(told.trim());
    if (told.trim() !== '' && fingers?.length !== strings) {
      this.fault.set(
        `These are no fingers for ${strings} strings. Write one for each, lowest first: 1 to 4, T for the thumb, a dot where none is: T.2341.`,
      );
      return;
    }
    const isNew = formatGrip(grip) !== formatGrip(this.grip().grip);
    const wasTold = told.trim() === this.fingersOf(this.grip());
    // Fingers of the grip before are none for another grip.
    if (!fingers || (isNew && wasTold)) this.try(grip);
    else this.use(grip, fingers);
  }
}
