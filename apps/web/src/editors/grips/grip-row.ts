import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { nameGrip } from '@harvu/core/fretboard';
import { chordLabel, withoutTag } from '@harvu/core/chord';
import { settledFrame, type Section, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import { OtherChordLabel } from '../../ui/chord-label';
import { ChordName } from '../../ui/chord-name';
import { GripDiagram } from '../../ui/grip-diagram';
import { InView } from '../../ui/in-view';
import { GripEditor } from './grip-editor';
import { OtherGrips } from './other-grips';

interface ShownGrip extends SongGrip {
  /** The exact name of what sounds as a shape, where it is not the taught one. */
  readonly exact: string;
  readonly doubt: boolean;
}

/** The song's grips in a row, each with its taught, exact and sounding name; choosing one opens its editor. */
@Component({
  selector: 'harvu-grip-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordName, GripDiagram, GripEditor, InView, OtherChordLabel, OtherGrips],
  templateUrl: './grip-row.html',
})
export class GripRow {
  readonly song = input.required<SongDocument>();
  /** Those that are drawn. */
  readonly grips = input.required<readonly SongGrip[]>();
  /** Those that are drawn elsewhere, and are named. */
  readonly others = input<readonly SongGrip[]>([]);
  /** The section they are held in, where it is one. */
  readonly section = input<Section>();
  readonly heading = input('Grips');
  /** Those that stand beside their lines where there is room, and are only opened here. */
  readonly beside = input<readonly string[]>([]);
  protected readonly areAllBeside = computed(() =>
    this.grips().every(({ name }) => this.beside().includes(name)),
  );
  readonly changed = output<SongCommand>();

  protected readonly chosen = signal('');
  protected readonly setup = computed(() => settledFrame(this.song()));
  protected readonly edited = computed(() =>
    [...this.grips(), ...this.others()].find((one) => one.name === this.chosen()),
  );
  protected readonly shown = computed((): readonly ShownGrip[] =>
    this.grips().map((one) => {
      const shape = { ...this.setup(), capo: 0 };
      const [best] = nameGrip(one.grip, shape, { count: 1 }).shape;
      const exact = best && best.name !== withoutTag(one.name) ? chordLabel(best.name) : '';
      return { ...one, exact, doubt: this.isDoubtful(one.name) };
    }),
  );

  protected isDoubtful(name: string): boolean {
    return this.song().grips.some((one) => one.name === name && one.doubt);
  }

  choose(name: string): void {
    this.chosen.update((now) => (now === name ? '' : name));
  }
}
