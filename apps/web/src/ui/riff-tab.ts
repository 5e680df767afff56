import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { handWords } from '@harvu/core/fretboard';
import type { Tuning } from '@harvu/core/pitch';
import { riffSaid, type WorkedRiff } from '@harvu/core/riff';
import type { Meter } from '@harvu/core/rhythm';
import { CONVENTIONS } from './conventions';
import { Shapes } from './drawing';
import { Engraving } from './engraving';

const USUAL_WIDTH = 640;
const NARROWEST = 240;
const NEAR = 13;

/** A note that is marked, and where. */
interface Mark {
  readonly place: number;
  readonly x: number;
  readonly y: number;
}

/** A riff as tablature, as wide as there is room; a note may be marked, and chosen where it is edited. */
@Component({
  selector: 'harvu-riff-tab',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Shapes],
  host: {
    class: 'block min-w-0',
    '[attr.role]': 'isEditable() ? null : "img"',
    '[attr.aria-label]': 'isEditable() ? null : words()',
  },
  template: `
    @for (row of rows(); track $index) {
      <svg
        class="block h-auto max-w-full"
        [attr.viewBox]="'0 0 ' + row.drawing.width + ' ' + row.drawing.height"
        [attr.width]="row.drawing.width * scale()"
        [attr.height]="row.drawing.height * scale()"
        [attr.aria-hidden]="true"
      >
        @for (mark of row.marks; track mark.place) {
          <svg:circle
            [attr.cx]="mark.x"
            [attr.cy]="mark.y"
            r="12"
            class="fill-brass-wash stroke-brass-line"
            stroke-width="2"
          />
        }
        <g harvuShapes [shapes]="row.drawing.shapes"></g>
        @for (mark of row.marks; track mark.place) {
          <svg:circle
            [attr.cx]="mark.x"
            [attr.cy]="mark.y"
            r="12"
            class="fill-none stroke-brass-line"
            stroke-width="2"
          />
        }
        @if (isEditable()) {
          @for (note of row.notes; track note.place) {
            <svg:rect
              class="cursor-pointer fill-transparent"
              [attr.data-place]="note.place"
              [attr.x]="note.x - near"
              [attr.y]="note.y - near / 2"
              [attr.width]="near * 2"
              [attr.height]="near"
              (click)="pick.emit(note.place)"
            />
          }
        }
      </svg>
    } @empty {
      <p class="late py-3 text-xs text-ink-soft">{{ words() }}</p>
    }
  `,
})
export class RiffTab {
  readonly riff = input.required<Pick<WorkedRiff, 'notes' | 'left' | 'phrases'>>();
  /** How long each of its bars is. */
  readonly barBeats = input.required<readonly number[]>();
  /** What a beat is: 4 for a quarter. */
  readonly unit = input<Meter['unit']>(4);
  readonly tuning = input.required<Tuning>();
  readonly capo = input(0);
  /** Places of notes that sound now, or are chosen. */
  readonly marked = input<readonly number[]>([]);
  readonly isEditable = input(false);
  readonly hasPhrases = input<boolean | undefined>();
  /** The bars that are drawn, from 0; all where none are named. */
  readonly only = input<{ readonly from: number; readonly to: number } | undefined>();
  readonly scale = input(1);
  readonly pick = output<number>();
  protected readonly near = NEAR;

  private readonly engraving = inject(Engraving);
  private readonly conventions = inject(CONVENTIONS);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly width = signal(USUAL_WIDTH);

  protected readonly words = computed(() => {
    const [tuning, capo] = [this.tuning(), this.capo()];
    const words = handWords(this.conventions(), { tuning, capo });
    return riffSaid(this.riff().notes, { words, strings: tuning.length });
  });
  private readonly drawn = computed(() => {
    const [engrave, only, hasPhrases] = [this.engraving.engrave(), this.only(), this.hasPhrases()];
    return (
      engrave?.({
        riff: this.riff(),
        barBeats: this.barBeats(),
        unit: this.unit(),
        tuning: this.tuning(),
        capo: this.capo(),
        conventions: this.conventions(),
        width: this.width() / this.scale(),
        ...(hasPhrases !== undefined && { hasPhrases }),
        ...(only && { only }),
      }).rows ?? []
    );
  });
  protected readonly rows = computed(() => {
    const marked = new Set(this.marked());
    return this.drawn().map((row) => ({
      ...row,
      marks: row.notes.filter(({ place }): boolean => marked.has(place)) satisfies readonly Mark[],
    }));
  });

  constructor() {
    this.engraving.load();
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(([entry]) => {
        const width = Math.floor(entry?.contentRect.width ?? 0);
        if (width > 0) this.width.set(Math.max(NARROWEST, width));
      });
      observer.observe(this.host.nativeElement);
      destroyed.onDestroy(() => observer.disconnect());
    });
  }
}
