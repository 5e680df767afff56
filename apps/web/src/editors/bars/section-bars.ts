import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { isSilence, type StruckBar } from '@harvu/core/timeline';
import {
  dropBars,
  appendBar,
  insertBars,
  insertRows,
  joinBar,
  movedBars,
  moveBars,
  moveLine,
  replaceBar,
  splitBar,
  turnLine,
  writtenBars,
  type BarRange,
  type SongCommand,
} from '@harvu/core/edits';
import { ownBars, settledFrame, type Bar, type SongDocument } from '@harvu/core/song';
import type { SongGrip } from '@harvu/core/player';
import { readBars, writeBars } from '@harvu/core/chart';
import type { WrittenLine } from '@harvu/core/words';
import { isSame } from '../../ui/same';
import { BarGrid, type BarEdit } from './bar-grid';

/** One row of bars as it is written: the section's own, or those of an ending. */
interface BarList {
  readonly label: string;
  readonly heading: string;
  readonly ending?: number;
  readonly written: readonly Bar[];
  readonly bars: readonly StruckBar[];
  readonly texts: readonly string[];
}

const SILENCE: Bar = { id: '', chords: [{ name: '-', span: 1 }] };

/** The bars of one section, with its endings, in grids that are edited where they stand. */
@Component({
  selector: 'harvu-section-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BarGrid],
  host: { class: 'block' },
  template: `
    @for (list of lists(); track list.label) {
      @if (list.heading) {
        <h3 class="mt-2 mb-0.5 text-xs text-ink-soft">{{ list.heading }}</h3>
      }
      <harvu-bar-grid
        [label]="list.label"
        [bars]="list.bars"
        [written]="list.written"
        [texts]="list.texts"
        [slow]="slow()"
        [meter]="meter()"
        [news]="list.ending === undefined ? news() : undefined"
        [lines]="list.ending === undefined ? lines() : []"
        [raised]="raised()"
        [setup]="setup()"
        [grips]="list.ending === undefined ? grips() : noGrips"
        (gripPicked)="gripPicked.emit($event)"
        [isRefused]="fault() !== ''"
        (edited)="edit(list, $event)"
      />
    }
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    }
  `,
})
export class SectionBars {
  readonly song = input.required<SongDocument>();
  protected readonly setup = computed(() => settledFrame(this.song()));
  protected readonly raised = computed(() => this.setup().raised);
  /** The grips that come new with a line, by the number of its first bar. */
  readonly grips = input<ReadonlyMap<number, readonly SongGrip[]>>(new Map());
  protected readonly noGrips: ReadonlyMap<number, readonly SongGrip[]> = new Map();
  readonly gripPicked = output<string>();
  /** How far the section is moved where it is looked at; bars are shown and typed as they sound there. */
  readonly semitones = input(0);
  readonly sectionId = input.required<string>();
  /** The section once through all its endings, as it is played. */
  readonly bars = input.required<readonly StruckBar[]>();
  /** What is told of each change that takes longer than there is, by "from to". */
  readonly slow = input<ReadonlyMap<string, string>>(new Map());
  /** Numbers of the bars that are new, where the rest is as in another section. */
  readonly news = input<readonly number[] | undefined>();
  /** What is said of its lines. */
  readonly lines = input<readonly WrittenLine[]>([]);
  readonly changed = output<SongCommand>();
  protected readonly fault = signal('');
  /** The grid of the section's own bars. */
  private readonly grid = viewChild(BarGrid);

  protected readonly meter = computed(
    () =>
      this.song().sections.find((one) => one.id === this.sectionId())?.meter ??
      settledFrame(this.song()).meter,
  );
  protected readonly lists = computed(
    (): readonly BarList[] => {
      const section = this.song().sections.find((one) => one.id === this.sectionId());
      if (!section) return [];
      const own = ownBars(this.song(), section);
      const passes = this.passes();
      const endings = (section.endings ?? []).map((ending): BarList => {
        const pass = passes[ending.pass - 1] ?? [];
        return {
          label: `Bars of ending ${ending.pass} of ${section.name}`,
          heading: `${ending.pass}. ending`,
          ending: ending.pass,
          written: ending.bars,
          texts: this.textsOf(ending.bars),
          bars: pass.slice(own.length, own.length + ending.bars.length),
        };
      });
      const first = {
        label: `Bars of ${section.name}`,
        heading: '',
        written: own,
        texts: this.textsOf(own),
        bars: (passes[0] ?? []).slice(0, own.length),
      };
      return [first, ...endings];
    },
    { equal: isSame },
  );
  private readonly passes = computed(() => {
    const passes: StruckBar[][] = [];
    for (const bar of this.bars()) {
      if (bar.inPass === 1) passes.push([]);
      passes.at(-1)?.push(bar);
    }
    return passes;
  });

  /** Puts the cursor in the first bar: a silent one is open to be written. */
  begin(): void {
    const [first] = this.lists()[0]?.written ?? [];
    if (first?.chords.every(({ name }) => isSilence(name))) this.grid()?.edit(0);
    else this.grid()?.focus(0);
  }

  protected edit({ written, ending }: BarList, edit: BarEdit): void {
    const bars = this.after(written, edit);
    if (!bars || bars === written) return;
    this.changed.emit({
      kind: 'set-bars',
      section: this.sectionId(),
      bars,
      ...(ending !== undefined && { ending }),
    });
  }

  /** The list after an edit; undefined where what was typed is no bar. */
  private after(list: readonly Bar[], edit: BarEdit): readonly Bar[] | undefined {
    switch (edit.kind) {
      case 'write':
        return this.written(list, edit.at, edit.text);
      case 'paste':
        return this.read(edit.text, (rows) => insertRows(list, { at: edit.at, rows }));
      case 'append':
        return this.read(edit.text, (rows) => rows.flat().reduce(appendBar, list));
      case 'insert':
        return insertBars(list, { at: edit.at, bars: [SILENCE] });
      case 'drop':
        return dropBars(list, edit.range);
      case 'move':
        return moveBars(list, edit.range, edit.by);
      case 'move-line':
        return moveLine(list, edit.range, edit.by);
      case 'line':
        return turnLine(list, edit.at);
      case 'split':
        return splitBar(list, edit.at);
      case 'join':
        return joinBar(list, edit.at);
      case 'doubt':
        return doubted(list, edit.range);
    }
  }

  private written(list: readonly Bar[], at: number, text: string): readonly Bar[] | undefined {
    return this.read(text, (rows) => {
      const [first, ...more] = rows.flat();
      const old = list[at];
      const bars = first && old ? [{ ...first, id: old.id }, ...more] : [];
      return replaceBar(list, { at, bars });
    });
  }

  private read(
    text: string,
    then: (rows: readonly (readonly Bar[])[]) => readonly Bar[],
  ): readonly Bar[] | undefined {
    this.fault.set('');
    const lines = text.split('\n').map((line) => (line.includes('|') ? line : `| ${line} |`));
    const read = lines.map((line) => readBars(line.trim().startsWith('|') ? line : `| ${line}`, 0));
    const [fault] = read.flatMap((one) => one.faults);
    const rows = read.map((one) => one.bars.map(({ bar }) => bar));
    if (fault || rows.flat().length === 0) {
      this.fault.set(fault?.message ?? 'Write a chord, or take the bar out with Delete.');
      return undefined;
    }
    const written = rows.map((row) => writtenBars(row, this.semitones(), this.allWritten()));
    return then(written.filter((row) => row.length > 0));
  }

  private textsOf(bars: readonly Bar[]): readonly string[] {
    return movedBars(bars, this.semitones()).map(textOf);
  }

  private allWritten(): readonly Bar[] {
    return this.lists().flatMap(({ written }) => written);
  }
}

function textOf(bar: Bar): string {
  return writeBars([bar]).replace(/^\| | \|$/g, '');
}

/** Marks the bars as ones to listen for; where all of them are marked, they are settled. */
function doubted(list: readonly Bar[], { from, to }: BarRange): readonly Bar[] {
  const within = (index: number): boolean => index >= from && index <= to;
  const isOpen = list.every(
    (bar, index) => !within(index) || bar.chords.some((mark) => mark.doubt),
  );
  return list.map((bar, index) => {
    if (!within(index)) return bar;
    const chords = bar.chords.map(({ doubt: _doubt, ...mark }) =>
      isOpen ? mark : { ...mark, doubt: true as const },
    );
    return { ...bar, chords };
  });
}
