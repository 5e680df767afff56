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
import { handWords, USUAL_HAND } from '@harvu/core/fretboard';
import type { Tuning } from '@harvu/core/pitch';
import { playedNotes, tappedNotes, type PlayedNote, type RiffNote } from '@harvu/core/riff';
import type { Meter } from '@harvu/core/rhythm';
import { readTaps } from '@harvu/core/telling';
import { EMPTY, switchMap, tap } from 'rxjs';
import { MidiPads } from '../../sound/midi-pads';
import { CONVENTIONS } from '../../ui/conventions';

const FRETS = 13;
const MOST_PLAYED = 400;

/** A place of the neck to press. */
interface Press {
  readonly string: number;
  readonly fret: number;
  readonly words: string;
  readonly text: string;
}

/** Notes pressed on a drawn neck one after the other, then the rhythm tapped, one tap a note. */
@Component({
  selector: 'harvu-riff-neck',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <div class="overflow-x-auto" role="group" aria-label="The neck: press the notes in their order">
      <div class="grid w-max gap-0">
        @for (row of rows(); track row.string) {
          <div class="flex items-center">
            @for (cell of row.cells; track cell.fret) {
              <button
                type="button"
                class="grid h-8 w-10 place-items-center border-line font-mono text-xs text-ink-soft hover:bg-brass-wash hover:text-ink"
                [class]="cell.fret === 0 ? 'border-r-4 border-r-ink' : 'border-r border-b'"
                [attr.aria-label]="cell.words"
                (click)="press(cell)"
              >
                {{ cell.text }}
              </button>
            }
          </div>
        }
      </div>
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-2 text-xs">
      <span role="status" class="text-ink-soft">{{ told() }}</span>
      <button type="button" class="button" (click)="playIn()">
        {{ isListening() ? 'That was all' : 'Play it in (MIDI)' }}
      </button>
      @if (pressed().length > 0) {
        <button
          type="button"
          class="button min-w-36"
          (keydown.space)="$event.preventDefault(); tap($event)"
          (keyup.space)="$event.preventDefault()"
          (pointerdown)="tap($event)"
        >
          Tap the rhythm (space)
        </button>
        @if (taps().length > 0) {
          <button type="button" class="link" (click)="taps.set([])">Tap again</button>
        }
        <button type="button" class="link" (click)="back()">Take the last back</button>
        <button type="button" class="link" (click)="clear()">Begin again</button>
      }
      @if (notes().length > 0) {
        <button type="button" class="button button-strong" (click)="take()">
          Put {{ notes().length === 1 ? 'it' : 'them' }} in
        </button>
      }
    </div>
  `,
})
export class RiffNeck {
  readonly tuning = input.required<Tuning>();
  readonly capo = input(0);
  readonly meter = input.required<Meter>();
  readonly taken = output<readonly RiffNote[]>();
  private readonly conventions = inject(CONVENTIONS);
  protected readonly pressed = signal<readonly Press[]>([]);
  protected readonly taps = signal<readonly number[]>([]);
  private readonly pads = inject(MidiPads);
  protected readonly isListening = signal(false);
  private readonly played = signal<readonly PlayedNote[]>([]);
  /** What comes in while it listens. */
  protected readonly heard = toSignal(
    toObservable(this.isListening).pipe(
      switchMap((isOn) => (isOn ? this.pads.hits() : EMPTY)),
      tap((hit) => this.played.update((all) => [...all, hit].slice(-MOST_PLAYED))),
    ),
  );
  private readonly playedRiff = computed(() =>
    playedNotes(this.played(), {
      tuning: this.tuning(),
      hand: { ...USUAL_HAND, capo: this.capo() },
      meterBeats: this.meter().beats,
    }),
  );

  protected readonly rows = computed(() => {
    const [tuning, capo] = [this.tuning(), this.capo()];
    const conventions = this.conventions();
    const say = handWords(conventions, { tuning, capo });
    const shift = conventions.frets === 'nut' ? capo : 0;
    return tuning.map((_, index) => {
      const string = index + 1;
      const cells = Array.from({ length: FRETS }, (_one, fret): Press => ({
        string,
        fret,
        words: `${say.string(tuning.length - string)} ${fret === 0 ? 'open' : say.fret(fret)}`,
        text: fret === 0 ? String(string) : String(fret + shift),
      }));
      return { string, cells: conventions.leftHanded ? cells.reverse() : cells };
    });
  });
  private readonly rhythm = computed(() =>
    readTaps(this.taps(), { beatsPerBar: this.meter().beats }),
  );
  /** Without taps each note is half a beat: it can be put right afterwards. */
  protected readonly notes = computed(() => {
    if (this.isListening()) return [];
    if (this.played().length > 0) return this.playedRiff().notes;
    const [pressed, rhythm] = [this.pressed(), this.rhythm()];
    const isTapped = rhythm !== undefined && rhythm.slots.length >= pressed.length;
    const { subdivision, slots } = isTapped
      ? rhythm
      : { subdivision: 2, slots: pressed.map((_, index) => index) };
    return tappedNotes(
      pressed.map(({ string, fret }) => ({ string, fret })),
      { slots, slotsPerBeat: subdivision, meterBeats: this.meter().beats },
    );
  });
  protected readonly told = computed(() => {
    const [pressed, taps, played] = [this.pressed(), this.taps(), this.played()].map(
      (all) => all.length,
    ) as [number, number, number];
    if (this.isListening()) return `Play the notes: ${played} came in.`;
    if (played > 0) return this.playedWords();
    if (pressed === 0) return 'Press the notes in their order; the rhythm comes afterwards.';
    if (taps === 0)
      return `${pressed} pressed. Tap the rhythm, one tap a note, or put them in evenly.`;
    return taps < pressed ? `${taps} of ${pressed} tapped.` : `All ${pressed} tapped.`;
  });

  /** Begins to take notes in, or ends it. */
  protected playIn(): void {
    if (!this.isListening()) this.clear();
    this.isListening.update((isOn) => !isOn);
  }

  private playedWords(): string {
    const { notes, nowhere } = this.playedRiff();
    const say = handWords(this.conventions(), { tuning: this.tuning(), capo: this.capo() });
    const places = notes.map(
      ({ string, fret }) =>
        `${say.string(this.tuning().length - string)} ${fret === 0 ? 'open' : say.fret(fret)}`,
    );
    const is = nowhere.length === 1 ? 'is' : 'are';
    const left = nowhere.length > 0 ? ` ${nowhere.length} ${is} not on this neck.` : '';
    return `Played in: ${places.join(', ')}.${left}`;
  }

  protected press(cell: Press): void {
    this.played.set([]);
    this.pressed.update((all) => [...all, cell]);
  }

  protected tap({ timeStamp }: Event): void {
    this.taps.update((all) => [...all.slice(0, this.pressed().length - 1), timeStamp / 1000]);
  }

  protected back(): void {
    this.pressed.update((all) => all.slice(0, -1));
    this.taps.set([]);
  }

  protected clear(): void {
    this.pressed.set([]);
    this.taps.set([]);
    this.played.set([]);
  }

  protected take(): void {
    this.taken.emit(this.notes());
    this.clear();
  }
}
