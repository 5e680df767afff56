import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { milestoneWords } from '@harvu/core/words';
import { DayLabel } from '../../ui/day-label';
import { Page } from '../../ui/page';
import { PrintMenu } from '../../ui/print-menu';
import { ReportState } from './report.state';

const HEIGHT_PX = 120;
/** A quiet term does not look like a full one. */
const LEAST_SCALE_MIN = 60;

/** A term of one student on one page, in words and one picture: for them, their guardian, their teacher. */
@Component({
  selector: 'harvu-report-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, Page, PrintMenu],
  providers: [ReportState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './report-page.html',
})
export class ReportPage {
  readonly id = input.required<string>();
  protected readonly state = inject(ReportState);
  protected readonly milestoneWords = milestoneWords;
  protected readonly bars = computed(() => {
    const weeks = this.state.report()?.weeks ?? [];
    const most = Math.max(LEAST_SCALE_MIN, ...weeks.map(({ minutes }) => minutes));
    return weeks.map(({ from, minutes }) => ({
      from,
      minutes: Math.round(minutes),
      height: minutes <= 0 ? 1 : Math.max(4, (minutes / most) * HEIGHT_PX),
    }));
  });
  protected readonly picture = computed(
    () =>
      `Minutes practised week by week: ${this.bars()
        .map(({ minutes }) => minutes)
        .join(', ')}`,
  );

  protected readonly papers = computed(() => {
    const days = `from=${this.state.from() ?? ''}&to=${this.state.to() ?? ''}`;
    const address = `/api/students/${this.id()}/report.pdf?${days}`;
    return [{ words: 'This report', address }];
  });

  constructor() {
    effect(() => this.state.open(this.id()));
  }
}
