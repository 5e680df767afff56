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
import { openNotes } from '@harvu/core/pitch';
import type { SongGrip } from '@harvu/core/player';
import { PatternPlayer, type HeardPattern } from '../../sound/pattern-player';
import { RoomSound } from '../../sound/room-sound';
import { ChordLabel } from '../../ui/chord-label';
import { PatternLane } from '../../ui/pattern-lane';
import { PatternTelling } from './pattern-telling';
import { PickingHandForm } from './picking-hand-form';

/** One pattern being edited: by pressing on its slots, in words, by writing strokes, or by tapping it. */
@Component({
  selector: 'harvu-pattern-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordLabel, PatternLane, PatternTelling, PickingHandForm],
  providers: [RoomSound, PatternPlayer],
  host: {
    class: 'block scroll-my-4 rounded-md border border-line bg-sheet p-3',
    role: 'region',
    'aria-label': 'Edit a pattern',
    '(keydown.escape)': 'closed.emit()',
  },
  templateUrl: './pattern-editor.html',
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
  protected readonly frame = computed(() => settledFrame(this.song()));
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
    else this.player.start(this.heard(pattern));
  }

  /** A new tempo is heard at once. */
  protected again(pattern: Pattern): void {
    if (this.player.isOn()) this.player.start(this.heard(pattern));
  }

  /** Over the grip that is looked at, else on muted strings. */
  private heard(pattern: Pattern): HeardPattern {
    const { feel, tuning, capo } = this.frame();
    const grip = this.grips().find((one) => one.name === this.overName());
    const open = openNotes(tuning).map((note) => note + capo);
    return { pattern, feel, tempo: this.tempo(), open, ...(grip && { grip }) };
  }
}
