import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { nameGrip, type Setup } from '@harvu/core/fretboard';
import { chordLabel } from '@harvu/core/chord';
import { settledFrame, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import { OtherChordLabel } from '../../ui/chord-label';
import { ChordName } from '../../ui/chord-name';
import { GripDiagram } from '../../ui/grip-diagram';
import { InView } from '../../ui/in-view';
import { GripEditor } from './grip-editor';

interface Shown extends SongGrip {
  /** The exact name of what sounds as a shape, where it is not the taught one. */
  readonly exact: string;
  readonly doubt: boolean;
}

/** The song's grips in a row, each with its taught, exact and sounding name; choosing one opens its editor. */
@Component({
  selector: 'harvu-grip-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordName, GripDiagram, GripEditor, InView, OtherChordLabel],
  template: `
    <div>
      @if (grips().length > 0) {
        <h3 class="mb-1 text-sm text-ink-soft">{{ heading() }}</h3>
      }
      <ul class="flex flex-wrap gap-x-1 gap-y-1">
        @for (one of shown(); track one.name) {
          <li>
            <button
              type="button"
              class="rounded-md border px-1.5 pt-1 pb-0.5 text-center hover:border-ink-soft"
              [class]="one.name === chosen() ? 'border-ink' : 'border-transparent'"
              [attr.aria-expanded]="one.name === chosen()"
              (click)="choose(one.name)"
            >
              <b class="block font-display"
                ><harvu-chord [name]="one.name" [capo]="setup().capo"
              /></b>
              <harvu-grip
                [grip]="one.grip"
                [fingers]="one.fingers"
                [setup]="setup()"
                [scale]="0.8"
              />
              <span class="block text-xs text-ink-soft">{{
                one.name | otherChord: setup().capo
              }}</span>
              @if (one.exact) {
                <span class="block text-xs text-brass">exactly {{ one.exact }}</span>
              }
              @if (one.doubt) {
                <span class="block text-xs text-brass">needs listening</span>
              } @else if (one.isProposed) {
                <span class="block text-xs text-ink-soft">proposed</span>
              }
            </button>
          </li>
        }
      </ul>
      @if (others().length > 0) {
        <p class="mt-1 text-sm text-ink-soft">
          {{ grips().length > 0 ? 'and from above' : 'Grips from above:' }}
          @for (one of others(); track one.name; let isLast = $last) {
            <button
              type="button"
              class="link font-semibold text-ink"
              [attr.aria-expanded]="one.name === chosen()"
              (click)="choose(one.name)"
            >
              <harvu-chord [name]="one.name" [capo]="setup().capo" /></button
            >{{ isLast ? '' : ', ' }}
          }
        </p>
      }
    </div>
    @if (edited(); as grip) {
      <div class="w-full basis-full">
        @if (!grip.isProposed) {
          <label class="mt-2 flex items-center gap-1.5 text-xs">
            <input
              #doubt
              type="checkbox"
              class="size-4 accent-spruce"
              [checked]="isDoubtful(grip.name)"
              (change)="
                changed.emit({ kind: 'doubt-grip', name: grip.name, isOpen: doubt.checked })
              "
            />
            this grip needs listening
          </label>
        }
        <harvu-grip-editor
          harvuInView
          class="mt-2"
          [song]="song()"
          [grip]="grip"
          (changed)="changed.emit($event)"
          (closed)="chosen.set('')"
        />
      </div>
    }
  `,
})
export class GripRow {
  readonly song = input.required<SongDocument>();
  /** Those that are drawn. */
  readonly grips = input.required<readonly SongGrip[]>();
  /** Those that are drawn elsewhere, and are named. */
  readonly others = input<readonly SongGrip[]>([]);
  readonly heading = input('Grips');
  readonly changed = output<SongCommand>();

  protected readonly chosen = signal('');
  protected readonly setup = computed((): Setup => settledFrame(this.song().frame));
  protected readonly edited = computed(() =>
    [...this.grips(), ...this.others()].find((one) => one.name === this.chosen()),
  );
  protected readonly shown = computed((): readonly Shown[] =>
    this.grips().map((one) => {
      const shape = { ...this.setup(), capo: 0 };
      const [best] = nameGrip(one.grip, shape, { count: 1 }).shape;
      const exact = best && best.name !== one.name ? chordLabel(best.name) : '';
      return { ...one, exact, doubt: this.isDoubtful(one.name) };
    }),
  );

  protected isDoubtful(name: string): boolean {
    return this.song().grips.some((one) => one.name === name && one.doubt);
  }

  protected choose(name: string): void {
    this.chosen.update((now) => (now === name ? '' : name));
  }
}
