import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  signal,
  type Signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { toStudent } from '@harvu/contract/students';
import { finishOn, SCHOOLS, type Milestones, type School } from '@harvu/core/plan';
import { LAYERS, type Layer } from '@harvu/core/song';

import { format, parseISO } from 'date-fns';
import { map, of, switchMap } from 'rxjs';
import { Analysis, type PlannedSong } from '../../../worked-out';
import type { PlanRequest } from '../../../worked-out';
import { StudentsApi } from '../../students';
import { durationWords } from '../../../ui/duration';
import { SCHOOL_WORDS } from '../plan-words';
import { StepsState } from '../steps.state';

/** What one side of the comparison is made with. */
interface Side {
  readonly school: School;
  readonly goal: Layer;
  /** A student's id; empty for the one whose page this is. */
  readonly hand: string;
}

interface Row {
  readonly label: string;
  readonly of: (milestones: Milestones) => number | null;
}

const ROWS: readonly Row[] = [
  { label: 'First section at its goal', of: (one) => one.firstSection },
  { label: 'Whole song bare', of: (one) => one.wholeBare },
  { label: 'Whole song at the goal', of: (one) => one.whole },
  { label: 'To the last step', of: (one) => one.end },
];

/** Two plans side by side: how soon each milestone comes, in practice and on the calendar. */
@Component({
  selector: 'harvu-compare-plans',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  templateUrl: './compare-plans.html',
})
export class ComparePlans {
  protected readonly state = inject(StepsState);
  private readonly analysis = inject(Analysis);
  private readonly students = inject(StudentsApi);
  protected readonly rows = ROWS;
  protected readonly schools = SCHOOL_WORDS;
  protected readonly layers = LAYERS;
  protected readonly others = computed(() =>
    this.state.students().filter((one) => one.id !== this.state.known()?.id),
  );

  private readonly choices = {
    'This one': signal<Side>(this.sideNow()),
    'Or this': signal<Side>({ ...this.sideNow(), school: this.otherSchool() }),
  };
  protected readonly sides = (['This one', 'Or this'] as const).map((name) => ({
    name,
    chosen: this.choices[name].asReadonly(),
    made: this.made(this.choices[name]),
  }));

  private sideNow(): Side {
    const { school, goal } = this.state.teaching();
    return { school, goal, hand: '' };
  }

  private otherSchool(): School {
    return SCHOOLS.find((one) => one !== this.state.teaching().school) ?? 'grips-first';
  }

  /** Changes by hand count for the plan of this page, wherever they make sense. */
  private requestFor({ school, goal }: Side): PlanRequest | null {
    const request = this.state.request();
    return request && { ...request, teaching: { ...request.teaching, school, goal } };
  }

  private made(choice: Signal<Side>): Signal<PlannedSong | null> {
    const wish = computed(() => ({ request: this.requestFor(choice()), hand: choice().hand }));
    return toSignal(
      toObservable(wish).pipe(
        switchMap(({ request, hand }) => {
          if (!request || hand === '') return of(request);
          return this.students
            .find(hand)
            .pipe(
              map(({ profile, shown }) => ({ ...request, student: toStudent(profile, shown) })),
            );
        }),
        switchMap((request) => (request ? this.analysis.plan(request, []) : of(null))),
      ),
      { initialValue: null },
    );
  }

  protected choose(name: 'This one' | 'Or this', part: Partial<Side>): void {
    this.choices[name].update((now) => ({ ...now, ...part }));
  }

  protected schoolOf(value: string): School {
    return SCHOOLS.find((one) => one === value) ?? 'whole-first';
  }

  protected layerOf(value: string): Layer {
    return LAYERS.find((one) => one === value) ?? 'full';
  }

  protected time(made: PlannedSong | null, row: Row): string {
    const minutes = made && row.of(made.milestones);
    return minutes === null ? '–' : durationWords(minutes);
  }

  /** How far along the longer of the two plans a milestone lies, in percent. */
  protected share(made: PlannedSong | null, row: Row): number {
    const longest = Math.max(...this.sides.map((side) => side.made()?.milestones.end ?? 0));
    const minutes = made && row.of(made.milestones);
    return minutes === null || longest === 0 ? 0 : (100 * minutes) / longest;
  }

  protected day(made: PlannedSong | null, row: Row): string {
    const minutes = made && row.of(made.milestones);
    const day = minutes === null ? null : finishOn(minutes, this.state.practice());
    return day === null ? '' : `about ${format(parseISO(day), 'd MMM')}`;
  }
}
