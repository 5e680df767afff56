import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { STANDARD_TUNING } from '@harvu/core/pitch';
import type { Setup } from '@harvu/core/fretboard';
import type { SongGrip } from '@harvu/core/player';
import { ChordName } from '../../ui/chord-name';
import { GripDiagram } from '../../ui/grip-diagram';

/** More than these would leave the bars too little room. */
export const MOST_BESIDE = 5;
const GRIP_REM = 3.25;
const AROUND_REM = 0.75;

/** The grips that come new with a line, small, beside it; a press opens one. */
@Component({
  selector: 'harvu-line-grips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChordName, GripDiagram],
  host: { class: 'flex items-start' },
  template: `
    @for (one of grips(); track one.name) {
      <button
        type="button"
        class="w-13 rounded-md border border-transparent text-center hover:border-ink-soft"
        (click)="picked.emit(one.name)"
      >
        <b class="block font-display text-xs leading-4"
          ><harvu-chord [name]="one.name" [raised]="raised()"
        /></b>
        <harvu-grip [grip]="one.grip" [fingers]="one.fingers" [setup]="setup()" [scale]="0.55" />
      </button>
    }
  `,
})
export class LineGrips {
  readonly grips = input.required<readonly SongGrip[]>();
  readonly setup = input<Setup>({ tuning: STANDARD_TUNING, capo: 0 });
  readonly raised = input(0);
  readonly picked = output<string>();
}

/**
 * Gives how much room the grips beside some lines take, in rem: as much as those of the line with most of them.
 */
export function besideRem(lines: Iterable<readonly SongGrip[]>): number {
  const most = Math.max(0, ...[...lines].map((grips) => grips.length));
  return most === 0 ? 0 : most * GRIP_REM + AROUND_REM;
}
