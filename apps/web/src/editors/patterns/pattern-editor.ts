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
import { soundingStrings } from '@harvu/core/fretboard';
import {
  pickedOver,
  readPattern,
  strokeRate,
  strokesOf,
  type Pattern,
  type Slot,
} from '@harvu/core/rhythm';
import { settledFrame, type NamedPattern, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import { PatternPlayer } from '../../sound/pattern-player';
import { ChordLabel } from '../../ui/chord-label';
import { PatternLane } from '../../ui/pattern-lane';
import { PatternTelling } from './pattern-telling';
import { PickingHandForm } from './picking-hand-form';

/** One pattern being edited: by pressing on its slots, in words, by writing strokes, or by tapping it. */
@Component({
  selector: 'harvu-pattern-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, PatternLane, PatternTelling, PickingHandForm],
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
        [pattern]="shown(lane)"
        [isEditable]="true"
        [current]="player.slot()"
        (pick)="turn($event)"
      />
      @if (isPicked() && grips().length > 0) {
        <label class="mb-1 flex items-center gap-2 text-xs text-ink-soft">
          as it is picked over
          <select
            #over
            class="field w-auto py-0.5"
            [value]="overName()"
            (change)="overName.set(over.value)"
          >
            <option value="">no grip</option>
            @for (grip of grips(); track grip.name) {
              <option [value]="grip.name">{{ grip.name | chord }}</option>
            }
          </select>
        </label>
      }
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
    <harvu-pattern-telling
      class="mt-3"
      [meter]="frame().meter"
      [hand]="frame().picking"
      (taken)="take($event)"
    />
    @if (isPicked()) {
      <harvu-picking-hand
        class="mt-3"
        [hand]="frame().picking"
        [isStated]="song().frame.picking !== undefined"
        (changed)="changed.emit($event)"
      />
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
              @if (section.parent && !section.pattern && !section.patternUses) {
                <span class="text-xs text-ink-soft">as {{ section.parent }}</span>
              }
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
  /** The song's grips, over which a picking pattern may be seen. */
  readonly grips = input<readonly SongGrip[]>([]);
  protected readonly player = inject(PatternPlayer);

  protected readonly overName = signal('');
  protected readonly fault = signal('');
  protected readonly chosenTempo = signal<number | null>(null);
  protected readonly frame = computed(() => settledFrame(this.song().frame));
  protected readonly tempo = computed(() => this.chosenTempo() ?? this.frame().tempo);
  protected readonly pattern = computed(() => {
    const read = readPattern(this.named().meter, this.named().strokes);
    return read.ok ? read.pattern : undefined;
  });
  protected readonly rate = computed(() => {
    const pattern = this.pattern();
    return pattern ? strokeRate(pattern, this.tempo()).toFixed(1) : '';
  });

  protected readonly isPicked = computed(
    () => this.pattern()?.slots.some((slot) => slot.kind === 'pluck') ?? false,
  );

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

  /** The pattern with its strings, as the hand has them or as they follow a grip. */
  protected shown(pattern: Pattern): Pattern {
    const over = this.grips().find((one) => one.name === this.overName());
    const sounding = over ? soundingStrings(over.grip) : [];
    return pickedOver(pattern, { hand: this.frame().picking, sounding });
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
