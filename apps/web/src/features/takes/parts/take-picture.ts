import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { assumed } from '@harvu/core/constants';
import type { ExpectedTime, TakeMeasures } from '@harvu/core/take';

/** A bar of the picture, in parts of its width. */
interface DrawnBar {
  readonly bar: number;
  readonly chords: string;
  readonly strokes: readonly DrawnStroke[];
  readonly extras: readonly number[];
}

interface DrawnStroke {
  readonly x: number;
  readonly shape: 'on' | 'late' | 'early' | 'missed';
  /** How far the mark lies from where it belongs. */
  readonly off: number;
  readonly said: string;
  readonly ms: string;
}

/** What is drawn: the strokes, when bars begin, and how the chords are called. */
export interface DrawnTake {
  readonly strokes: readonly ExpectedTime[];
  /** In seconds, and last when the last one ends. */
  readonly barsS: readonly number[];
  readonly measures: TakeMeasures;
  readonly heardS: readonly number[];
  readonly called: (chord: string) => string;
}

/** Nearer to the beat than this, a stroke is on it. */
const ON_MS = assumed('takeShownMs');
const WIDE = 220;
const EDGE = 14;

const SAID = { on: 'on the beat', missed: 'not heard' } as const;

/** Each stroke of a take over its bars: on the beat, early, late or not heard, by its shape and its place. */
@Component({
  selector: 'harvu-take-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="mb-2 flex flex-wrap gap-x-4 gap-y-1 text-sm text-ink-soft" aria-hidden="true">
      <span><b class="text-ink">●</b> on the beat</span>
      <span><b class="text-ink">▶</b> late</span>
      <span><b class="text-ink">◀</b> early</span>
      <span><b class="text-ink">×</b> not heard</span>
      <span><b class="text-ink">+</b> too many</span>
    </p>
    <ol class="bars">
      @for (bar of bars(); track bar.bar) {
        <li>
          <svg [attr.viewBox]="'0 0 ' + wide + ' 64'" role="img" [attr.aria-label]="wordsOf(bar)">
            <text x="6" y="16" class="chord">{{ bar.chords }}</text>
            <text [attr.x]="wide - 6" y="16" class="number" text-anchor="end">
              {{ bar.bar + 1 }}
            </text>
            <line x1="1" x2="1" y1="22" y2="54" class="rule" />
            <line x1="0" [attr.x2]="wide" y1="38" y2="38" class="rule" />
            @for (stroke of bar.strokes; track $index) {
              <line [attr.x1]="stroke.x" [attr.x2]="stroke.x" y1="32" y2="44" class="place" />
              @switch (stroke.shape) {
                @case ('on') {
                  <circle [attr.cx]="stroke.x" cy="38" r="5" class="on" />
                }
                @case ('missed') {
                  <path [attr.d]="crossAt(stroke.x)" class="missed" />
                }
                @default {
                  <path [attr.d]="arrowAt(stroke)" class="off" />
                  <text [attr.x]="stroke.x + stroke.off" y="60" class="ms" text-anchor="middle">
                    {{ stroke.ms }}
                  </text>
                }
              }
            }
            @for (x of bar.extras; track $index) {
              <path [attr.d]="plusAt(x)" class="missed" />
            }
          </svg>
        </li>
      }
    </ol>
  `,
  styles: `
    .bars {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
      gap: 4px 0;
    }
    svg {
      display: block;
      width: 100%;
    }
    .chord {
      font: 700 15px var(--font-display);
      fill: var(--color-ink);
    }
    .number,
    .ms {
      font: 11px var(--font-mono);
      fill: var(--color-ink-soft);
    }
    .ms {
      fill: var(--color-ink);
    }
    .rule {
      stroke: var(--color-line);
    }
    .place {
      stroke: var(--color-ink-soft);
    }
    .on {
      fill: var(--color-spruce);
    }
    .off {
      fill: var(--color-brass);
    }
    .missed {
      stroke: var(--color-ink);
      stroke-width: 2.5;
      fill: none;
    }
  `,
})
export class TakePicture {
  readonly take = input.required<DrawnTake>();
  protected readonly wide = WIDE;
  protected readonly bars = computed((): readonly DrawnBar[] => {
    const { barsS, strokes, measures, heardS } = this.take();
    const shiftS = measures.latencyMs / 1000;
    return barsS.slice(0, -1).map((startS, bar) => {
      const lastsS = Math.max(1e-3, (barsS[bar + 1] ?? startS) - startS);
      const xOf = (atS: number): number => EDGE + ((atS - startS) / lastsS) * (WIDE - EDGE);
      const own = strokes.flatMap((one, at) => (one.bar === bar ? [{ one, at }] : []));
      const extras = measures.extra.flatMap((place) => {
        const atS = (heardS[place] ?? 0) - shiftS;
        return atS >= startS && atS < startS + lastsS ? [xOf(atS)] : [];
      });
      const perS = (WIDE - EDGE) / lastsS;
      return {
        bar,
        chords: this.chordsOf(own.map(({ one }) => one)),
        extras,
        strokes: own.map(({ one, at }) =>
          this.drawn(measures.lateMs[at], { x: xOf(one.atS), perS }),
        ),
      };
    });
  });

  protected wordsOf({ bar, strokes }: DrawnBar): string {
    return `Bar ${bar + 1}: ${strokes.map((one) => one.said).join(', ')}`;
  }

  protected crossAt(x: number): string {
    return `M${x - 5} 33 L${x + 5} 43 M${x + 5} 33 L${x - 5} 43`;
  }

  protected plusAt(x: number): string {
    return `M${x - 5} 28 H${x + 5} M${x} 23 V33`;
  }

  /** An arrow from where the stroke belongs to where it came. */
  protected arrowAt({ x, off, shape }: DrawnStroke): string {
    const tip = x + off;
    const back = shape === 'late' ? tip - 10 : tip + 10;
    return `M${tip} 38 L${back} 31 L${back} 45 Z`;
  }

  private chordsOf(strokes: readonly ExpectedTime[]): string {
    const { called } = this.take();
    const names = strokes.map((one) => one.chord ?? '').filter(Boolean);
    return names
      .filter((one, at) => one !== names[at - 1])
      .map(called)
      .join('  ');
  }

  private drawn(
    late: number | null | undefined,
    { x, perS }: { readonly x: number; readonly perS: number },
  ): DrawnStroke {
    const shape = shapeOf(late);
    const ms = late ?? 0;
    const off = Math.max(-EDGE + 2, Math.min(40, (ms / 1000) * perS));
    const said =
      shape === 'late' || shape === 'early' ? `${Math.abs(ms)} ms ${shape}` : SAID[shape];
    return { x, shape, off, said, ms: String(Math.abs(ms)) };
  }
}

function shapeOf(late: number | null | undefined): DrawnStroke['shape'] {
  if (late === null || late === undefined) return 'missed';
  if (Math.abs(late) <= ON_MS) return 'on';
  return late > 0 ? 'late' : 'early';
}
