import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  ElementRef,
  inject,
  input,
  model,
  output,
  viewChild,
  viewChildren,
} from '@angular/core';
import { outputFromObservable } from '@angular/core/rxjs-interop';
import { isSilence } from '@harvu/core/timeline';
import { sectionBars, type Layer, type SongDocument } from '@harvu/core/song';
import { changeKey, isLate } from '@harvu/core/change';
import { transposeChordName } from '@harvu/core/chord';
import type { SongCommand } from '@harvu/core/edits';
import { auditTime, distinctUntilChanged, EMPTY, filter, fromEvent, map } from 'rxjs';
import type { SongApart } from '../../../worked-out';
import { GripRow, PatternRow, RiffRow } from '../../../editors';
import { grown, turnsLater } from '../../../ui/in-turns';
import { stationsOf, type Station } from '../stations';
import { AddSection } from './add-section';
import { ChangeList } from './change-list';
import { FirstBars } from './first-bars';
import { SectionView } from './section-view';

const SECTIONS_AT_ONCE = 2;
const FOLLOW_MS = 60;
/** A section is what one looks at from a little before it comes under the head. */
const AHEAD_PX = 120;

/** A station with the chords whose grips are drawn before it. */
interface ShownSections {
  readonly station: Station;
  readonly drawn: ReadonlySet<string>;
}

/** The whole song, section after section, then what belongs to all of it; the ribbon follows and leads it. */
@Component({
  selector: 'harvu-song-column',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AddSection, ChangeList, FirstBars, GripRow, PatternRow, RiffRow, SectionView],
  host: { class: 'block min-w-0' },
  template: `
    <div class="grid gap-8">
      @for (one of shown(); track one.station.key) {
        <harvu-section-view
          class="station -m-1.5 p-1.5 scroll-mt-[calc(var(--head,0px)+3rem)]"
          [song]="song()"
          [station]="one.station"
          [work]="work()"
          [times]="worked()?.changes ?? []"
          [slow]="slow()"
          [drawn]="one.drawn"
          [lines]="worked()?.lines ?? []"
          [riffs]="riffs()"
          [(layer)]="layer"
          (changed)="changed.emit($event)"
          (changedAll)="changedAll.emit($event)"
        />
      }
      @if (isUnwritten()) {
        <harvu-first-bars />
      }
      <harvu-add-section [song]="song()" (added)="add($event)" />
    </div>
    @if (!isUnwritten() && work(); as taken) {
      <section
        #whole
        class="mt-10 scroll-mt-[calc(var(--head,0px)+1rem)] border-t border-line pt-4"
        aria-label="Of the whole song"
      >
        <h2 class="mb-2 text-lg">Of the whole song</h2>
        <div class="grid gap-5">
          <harvu-grip-row
            class="block"
            heading="All grips"
            [song]="song()"
            [grips]="all()"
            (changed)="changed.emit($event)"
          />
          <harvu-pattern-row
            heading="All patterns"
            [song]="song()"
            [grips]="taken.grips"
            (changed)="changed.emit($event)"
          />
          @if (riffs().length > 0) {
            <section aria-label="All riffs">
              <h3 class="mb-1 text-sm text-ink-soft">All riffs</h3>
              <harvu-riff-row [song]="song()" [riffs]="riffs()" (changed)="changed.emit($event)" />
            </section>
          }
          <harvu-change-list [song]="song()" [work]="taken" [times]="worked()?.changes ?? []" />
        </div>
      </section>
    }
  `,
})
export class SongColumn {
  readonly song = input.required<SongDocument>();
  readonly worked = input<SongApart | undefined>();
  readonly layer = model.required<Layer>();
  readonly changed = output<SongCommand>();
  /** Several edits that are one. */
  readonly changedAll = output<readonly SongCommand[]>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly whole = viewChild<ElementRef<HTMLElement>>('whole');
  private readonly views = viewChildren(SectionView);
  /** How many stations there were before a section was added, in which one writes next. */
  private addedTo: number | null = null;
  /** Where the page came to stand when the ribbon led it. */
  private ledTo = -1;

  protected readonly work = computed(() => this.worked()?.work);
  protected readonly riffs = computed(() => this.worked()?.riffs ?? []);
  readonly stations = computed(() => stationsOf(this.song()));
  private readonly withDrawn = computed((): readonly ShownSections[] => {
    const drawn = new Set<string>();
    return this.stations().map((station) => {
      const before = new Set(drawn);
      for (const name of chordsOf(this.song(), station)) drawn.add(name);
      return { station, drawn: before };
    });
  });
  /** A long song fills the page in turns. */
  protected readonly shown = grown(this.withDrawn, SECTIONS_AT_ONCE);
  /** The grips of all the song are drawn once its sections stand. */
  private readonly later = turnsLater(this.work, 8);
  protected readonly all = computed(() => this.later()?.grips ?? []);
  protected readonly isUnwritten = computed(() =>
    this.stations().every((one) => chordsOf(this.song(), one).every(isSilence)),
  );
  protected readonly slow = computed(() => {
    const late = (this.worked()?.changes ?? []).filter(isLate);
    return new Map(late.map((one) => [changeKey(one), `${one.takes.toFixed(2)} s`]));
  });

  /** The station one has scrolled to. */
  readonly followed = outputFromObservable(
    (this.window ? fromEvent(this.window, 'scroll', { passive: true }) : EMPTY).pipe(
      auditTime(FOLLOW_MS),
      filter(() => Math.abs((this.window?.scrollY ?? 0) - this.ledTo) > 1),
      map(() => this.stationInView()),
      filter((index) => index >= 0),
      distinctUntilChanged(),
    ),
  );

  constructor() {
    afterRenderEffect(() => this.beginAdded());
  }

  /** One writes in the section that was added as soon as it is drawn. */
  protected add(command: SongCommand): void {
    this.addedTo = this.stations().length;
    this.changed.emit(command);
  }

  private beginAdded(): void {
    const view = this.addedTo === null ? undefined : this.views()[this.addedTo];
    if (this.views().length === this.addedTo || !view?.begin()) return;
    this.addedTo = null;
  }

  /** Leads the page to a station. */
  lead(index: number): void {
    this.elements()[index]?.scrollIntoView({ block: 'start' });
    this.ledTo = this.window?.scrollY ?? -1;
  }

  /** Leads to the grips, patterns and changes of all the song. */
  leadToWhole(): void {
    this.whole()?.nativeElement.scrollIntoView({ block: 'start' });
  }

  private elements(): readonly HTMLElement[] {
    return [...this.host.nativeElement.querySelectorAll<HTMLElement>('.station')];
  }

  private stationInView(): number {
    const head = Number.parseFloat(
      getComputedStyle(document.documentElement).getPropertyValue('--head') || '0',
    );
    return this.elements().findLastIndex(
      (one) => one.getBoundingClientRect().top <= head + AHEAD_PX,
    );
  }
}

/** The chords a station is played with. */
function chordsOf(song: SongDocument, { section, semitones }: Station): readonly string[] {
  const marks = sectionBars(song, section).flatMap((bar) => bar.chords.map((mark) => mark.name));
  return marks.map((name) => transposeChordName(name, semitones));
}
