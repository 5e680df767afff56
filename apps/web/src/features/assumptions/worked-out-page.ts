import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  ASSUMPTION_GROUPS,
  ASSUMPTIONS,
  constantsWith,
  type Assumption,
} from '@harvu/core/assumptions';
import { ConstantsState } from './constants.state';
import { Session } from '../../platform/session';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import type { AssumptionName } from '@harvu/core/constants';

interface Row extends Assumption {
  readonly key: AssumptionName;
  readonly now: number;
  readonly isOwn: boolean;
}

/** Every constant Harvu takes as given, with its reason; the owner may change those that are the studio's to choose. */
@Component({
  selector: 'harvu-worked-out-page',
  providers: [ConstantsState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Note, Page],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page title="How this is worked out" [problem]="state.problem()" [hasMargin]="true">
      <span figures class="text-ink-soft"
        >every figure Harvu takes as given, and why; all else follows from your songs and
        tries</span
      >
      @for (group of groups(); track group.heading) {
        <section class="mb-5">
          <h2 class="text-base">{{ group.heading }}</h2>
          <p class="mb-1 max-w-[80ch] text-sm text-ink-soft">{{ group.says }}</p>
          <ul class="border-t border-line">
            @for (row of group.rows; track row.key) {
              <li
                class="grid items-center gap-x-4 border-b border-line-soft py-1.5 sm:grid-cols-[190px_minmax(0,1fr)_230px]"
              >
                <b>{{ row.name }}</b>
                <span class="text-sm">{{ row.why }}</span>
                <span class="flex items-center gap-2">
                  @if (isOwner && row.changeable; as bounds) {
                    <input
                      #value
                      class="field w-24"
                      type="number"
                      step="any"
                      [min]="bounds.least"
                      [max]="bounds.most"
                      [value]="row.now"
                      [attr.aria-label]="row.name + ', ' + row.unit"
                      (change)="set(row, value.value)"
                    />
                  } @else {
                    <b class="w-24 pl-2.5 font-mono">{{ row.now }}</b>
                  }
                  <span class="min-w-0 text-xs text-ink-soft"
                    >{{ row.unit }}
                    @if (row.isOwn) {
                      <button type="button" class="link block" (click)="set(row, '')">
                        the studio’s; back to {{ row.value }}
                      </button>
                    }
                  </span>
                </span>
              </li>
            }
          </ul>
        </section>
      }
      <ng-container margin>
        <p role="status" class="min-h-6 text-spruce">{{ state.told() }}</p>
        @if (isOwner) {
          <harvu-note tone="slate" heading="Yours to change:"
            >what has a field. New values hold for plans made from now on; a plan that runs keeps
            its own, so that no ladder moves under a student’s feet.</harvu-note
          >
        }
        <harvu-note tone="slate" heading="Measured beats assumed."
          >Where a student’s change, stretch or strokes have been measured, the figure here is not
          used for them.</harvu-note
        >
      </ng-container>
    </harvu-page>
  `,
})
export class WorkedOutPage {
  protected readonly state = inject(ConstantsState);
  protected readonly isOwner = inject(Session).person()?.role === 'owner';
  protected readonly groups = computed(() => {
    const own = this.state.own();
    const constants = constantsWith(own);
    const rowOf = (key: AssumptionName): Row => {
      const row: Assumption = ASSUMPTIONS[key];
      return { ...row, key, now: constants[key], isOwn: own[key] !== undefined };
    };
    return ASSUMPTION_GROUPS.map(({ heading, says, names }) => ({
      heading,
      says,
      rows: names.map(rowOf),
    }));
  });

  constructor() {
    this.state.load();
  }

  /** An empty field, or the assumed value, is no value of the studio's own. */
  protected set({ key, name, value }: Row, typed: string): void {
    const { [key]: _old, ...others } = this.state.own();
    const isAssumed = typed.trim() === '' || Number(typed) === value;
    const own = isAssumed ? others : { ...others, [key]: Number(typed) };
    this.state.keep(own, name);
  }
}
