import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, type OnInit } from '@angular/core';
import { USUAL_CONSTANTS } from '@harvu/core/constants';
import { changeWords, standsWords } from '@harvu/core/words';
import { Session } from '../../platform/session';
import { durationWords } from '../../ui/duration';
import { Note } from '../../ui/note';
import { Page } from '../../ui/page';
import { DayLabel } from '../../ui/day-label';
import { PrintMenu } from '../../ui/print-menu';
import { readyWords } from './evening-words';
import { EveningState } from './evening.state';

/** The programme of the evening: who plays what in which order, and what is done between two items. */
@Component({
  selector: 'harvu-evening-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, DayLabel, Note, Page, PrintMenu],
  providers: [EveningState],
  host: { class: 'flex flex-1 flex-col' },
  templateUrl: './evening-page.html',
})
export class EveningPage implements OnInit {
  protected readonly state = inject(EveningState);
  protected readonly papers = [
    { words: 'Programme, and a page for the stage', address: '/api/evening/programme.pdf' },
  ];
  protected readonly today = inject(Session).today();
  protected readonly constants = USUAL_CONSTANTS;
  protected readonly change = changeWords;
  protected readonly stands = standsWords;
  protected readonly ready = readyWords;
  protected readonly lasts = computed(() => secondsWords(this.state.seconds()));
  protected readonly between = computed(() => {
    const { seconds, twiceInARow } = this.state.cost();
    const twice =
      twiceInARow === 0
        ? ''
        : `, somebody plays twice in a row ${twiceInARow === 1 ? 'once' : `${twiceInARow} times`}`;
    return `${secondsWords(seconds)} of retuning and capo between the items${twice}`;
  });
  protected readonly isBest = computed(() => {
    const [now, best] = [this.state.cost(), this.state.bestCost()];
    return now.twiceInARow <= best.twiceInARow && now.seconds <= best.seconds;
  });
  protected readonly bestWords = computed(() => {
    const [now, best] = [this.state.cost(), this.state.bestCost()];
    const twice =
      best.twiceInARow < now.twiceInARow
        ? best.twiceInARow === 0
          ? ', and nobody plays twice in a row'
          : ', and fewer play twice in a row'
        : '';
    return `Another order takes ${secondsWords(best.seconds)} between the items${twice}.`;
  });

  ngOnInit(): void {
    this.state.load();
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.state.move(previousIndex, currentIndex);
  }
}

function secondsWords(seconds: number): string {
  return seconds < 180 ? `${Math.round(seconds)} s` : durationWords(seconds / 60);
}
