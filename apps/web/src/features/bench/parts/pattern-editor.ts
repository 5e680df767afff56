import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import {
  patternOfTaps,
  readPattern,
  readTelling,
  strokeRate,
  type Pattern,
  type Slot,
} from '@harvu/core/rhythm';
import {
  settledFrame,
  type NamedPattern,
  type SongCommand,
  type SongDocument,
} from '@harvu/core/song';
import { PatternPlayer } from '../../../platform/pattern-player';
import { PatternLane, strokesOf } from '../../../ui/pattern-lane';

const MOST_TAPS = 64;

/** One pattern being edited: by pressing on its slots, in words, by writing strokes, or by tapping it. */
@Component({
  selector: 'harvu-pattern-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PatternLane],
  providers: [PatternPlayer],
  host: {
    class: 'block rounded-md border border-line bg-sheet p-3',
    role: 'region',
    'aria-label': 'Edit a pattern',
    '(keydown.escape)': 'closed.emit()',
  },
  template: `
    @if (pattern(); as lane) {
      <harvu-lane
        [pattern]="lane"
        [isEditable]="true"
        [current]="player.slot()"
        (pick)="turn($event)"
      />
      <p class="text-xs text-ink-soft">
        Press a slot to turn it: stroke, rest, hit.
        @if (rate(); as strokes) {
          <span>{{ strokes }} strokes a second at {{ tempo() }} bpm.</span>
        }
      </p>
      <div class="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" class="button button-strong" (click)="hear(lane)">
          {{ player.isOn() ? 'Stop' : 'Hear it' }}
        </button>
        <label class="flex items-center gap-2 text-xs">
          at
          <input
            #speed
            type="range"
            min="40"
            max="200"
            class="w-28 accent-spruce"
            aria-label="Tempo to hear it at"
            [value]="tempo()"
            (input)="chosenTempo.set(+speed.value); again(lane)"
          />
          <span class="font-mono">{{ tempo() }} bpm</span>
        </label>
        <label class="flex items-center gap-1.5 text-xs">
          <input
            type="checkbox"
            class="size-4 accent-spruce"
            [checked]="named().free"
            (change)="save({ free: named().free ? undefined : true })"
          />
          free: only the pulse counts
        </label>
        <button type="button" class="button ml-auto" (click)="closed.emit()">Close</button>
      </div>
    }
    <form
      class="mt-3 flex flex-wrap items-end gap-2"
      (submit)="$event.preventDefault(); write(strokes.value)"
    >
      <label class="min-w-0 flex-1 basis-64 text-xs text-ink-soft">
        Strokes: D U x - with &gt; l h m p r o, strings 5 or 5p+1a, | between bars
        <input
          #strokes
          class="field mt-0.5 font-mono"
          maxlength="400"
          spellcheck="false"
          autocomplete="off"
          [value]="named().strokes.join(' ')"
        />
      </label>
      <button type="submit" class="button">Write it</button>
    </form>
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    }
    <div class="mt-3 flex flex-wrap items-end gap-2">
      <label class="min-w-0 flex-1 basis-64 text-xs text-ink-soft">
        In words, as you say it
        <input
          #words
          class="field mt-0.5"
          maxlength="200"
          placeholder="down, down-up, up; or 5 2 3 1; or p m i a"
          autocomplete="off"
          (input)="told.set(words.value)"
        />
      </label>
      <button
        type="button"
        class="button min-w-32"
        (keydown.space)="$event.preventDefault(); tap($event)"
        (pointerdown)="tap($event)"
      >
        Tap it (space)
      </button>
      @if (taps().length > 0) {
        <button type="button" class="link self-center text-xs" (click)="taps.set([])">
          {{ taps().length }} taps, begin again
        </button>
      }
    </div>
    @if (reading(); as words) {
      <p role="status" class="mt-1 text-xs text-ink-soft">{{ words }}</p>
    }
    @if (ways().length > 0) {
      <ul class="mt-2 grid gap-2" aria-label="Ways it may be meant, best first">
        @for (way of ways(); track $index) {
          <li>
            <button
              type="button"
              class="block w-full rounded-md border border-line bg-paper p-1.5 text-left hover:border-ink"
              (click)="take(way.pattern)"
            >
              <span class="text-xs text-ink-soft">{{ way.label }}</span>
              <harvu-lane [pattern]="way.pattern" [scale]="0.7" />
            </button>
          </li>
        }
      </ul>
    }
    @if (song().sections.length > 0) {
      <fieldset class="mt-3">
        <legend class="text-xs text-ink-soft">Played in</legend>
        <div class="flex flex-wrap gap-x-4 gap-y-1">
          @for (section of song().sections; track section.id) {
            <label class="flex items-center gap-1.5">
              <input
                type="checkbox"
                class="size-4 accent-spruce"
                [checked]="section.pattern === named().name"
                (change)="assign(section.name)"
              />
              {{ section.name }}
            </label>
          }
        </div>
      </fieldset>
    }
  `,
})
export class PatternEditor {
  readonly song = input.required<SongDocument>();
  readonly named = input.required<NamedPattern>();
  readonly changed = output<SongCommand>();
  readonly closed = output();
  protected readonly player = inject(PatternPlayer);

  protected readonly told = signal('');
  protected readonly taps = signal<readonly number[]>([]);
  protected readonly fault = signal('');
  protected readonly chosenTempo = signal<number | null>(null);
  private readonly frame = computed(() => settledFrame(this.song().frame));
  protected readonly tempo = computed(() => this.chosenTempo() ?? this.frame().tempo);
  protected readonly pattern = computed(() => {
    const read = readPattern(this.named().meter, this.named().strokes);
    return read.ok ? read.pattern : undefined;
  });
  protected readonly rate = computed(() => {
    const pattern = this.pattern();
    return pattern ? strokeRate(pattern, this.tempo()).toFixed(1) : '';
  });

  private readonly telling = computed(() => readTelling(this.told(), this.frame().meter));
  private readonly tapped = computed(() => patternOfTaps(this.taps(), this.frame().meter));
  protected readonly ways = computed(() => {
    const tapped = this.tapped();
    return [...(tapped ? [tapped] : []), ...this.telling().ways];
  });
  protected readonly reading = computed(() => this.telling().says);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.player.close());
  }

  protected save(more: {
    readonly strokes?: readonly string[];
    readonly free?: true | undefined;
  }): void {
    const { free: _free, ...rest } = this.named();
    const free = 'free' in more ? more.free : this.named().free;
    const strokes = more.strokes ?? rest.strokes;
    this.changed.emit({
      kind: 'set-pattern',
      pattern: { ...rest, strokes, ...(free && { free }) },
    });
  }

  protected write(text: string): void {
    const strokes = text.trim().split(/\s+/);
    const read = readPattern(this.named().meter, strokes);
    this.fault.set(read.ok ? '' : read.message);
    if (read.ok) this.save({ strokes });
  }

  protected take(pattern: Pattern): void {
    this.fault.set('');
    const { name, free } = this.named();
    const strokes = strokesOf(pattern);
    this.changed.emit({
      kind: 'set-pattern',
      pattern: { name, meter: pattern.meter, strokes, ...(free && { free }) },
    });
  }

  /** A slot goes from its stroke to nothing, to a hit, and round again. */
  protected turn(index: number): void {
    const pattern = this.pattern();
    const slot = pattern?.slots[index];
    if (!pattern || !slot) return;
    const isDownSlot = (index % pattern.slotsPerBar) % 2 === 0;
    const next: Slot =
      slot.kind === 'rest'
        ? { kind: 'hit' }
        : slot.kind === 'hit'
          ? { kind: 'strum', direction: isDownSlot ? 'down' : 'up' }
          : { kind: 'rest' };
    const slots = pattern.slots.map((one, at) => (at === index ? next : one));
    this.save({ strokes: strokesOf({ ...pattern, slots }) });
  }

  protected tap({ timeStamp }: Event): void {
    this.taps.update((taps) => [...taps.slice(-MOST_TAPS + 1), timeStamp / 1000]);
  }

  protected assign(section: string): void {
    const { name } = this.named();
    const now = this.song()
      .sections.filter((one) => one.pattern === name)
      .map((one) => one.name);
    const sections = now.includes(section)
      ? now.filter((one) => one !== section)
      : [...now, section];
    this.changed.emit({ kind: 'assign-pattern', name, sections });
  }

  protected hear(pattern: Pattern): void {
    if (this.player.isOn()) this.player.stop();
    else this.player.start({ pattern, feel: this.frame().feel, bpm: this.tempo() });
  }

  /** A new tempo is heard at once. */
  protected again(pattern: Pattern): void {
    if (this.player.isOn()) {
      this.player.start({ pattern, feel: this.frame().feel, bpm: this.tempo() });
    }
  }
}
