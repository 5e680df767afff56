import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Reason } from '@harvu/core/brief';
import { Ribbon } from '../../ui/ribbon';
import type { Brief } from './brief';

interface Action {
  readonly words: string;
  readonly path: readonly string[];
  readonly query: Readonly<Record<string, string>>;
}

/** What to do about a reason, and where. */
export function actionFor(reason: Reason, brief: Pick<Brief, 'id' | 'songs'>): Action {
  const song = brief.songs.find(({ id }) => id === reason.planId) ?? brief.songs[0];
  const steps = ['/songs', song?.songId ?? '', 'steps'];
  const query = { for: brief.id };
  switch (reason.kind) {
    case 'deadline':
      return { words: 'Smaller version', path: steps, query };
    case 'stuck':
      return { words: 'Mend the plan', path: ['/plans', song?.id ?? ''], query: {} };
    case 'silent':
      return song
        ? { words: 'Make it smaller', path: steps, query }
        : { words: 'See them', path: ['/students', brief.id], query: {} };
    default:
      return { words: 'See them', path: ['/students', brief.id], query: {} };
  }
}

/** Students by how much they need somebody to look: the heaviest reason, its weight, and one thing to do. */
@Component({
  selector: 'harvu-attention-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Ribbon, RouterLink],
  host: { class: 'block' },
  template: `
    <ul class="border-t border-line" aria-label="Who else needs a look">
      @for (brief of briefs(); track brief.id) {
        @let reason = brief.attention.reasons[0];
        <li
          class="grid items-center gap-x-5 gap-y-1 border-b border-line py-1.5 md:grid-cols-[2.5rem_9rem_minmax(0,1fr)_minmax(0,1.5fr)]"
        >
          <b class="font-mono text-ink-soft" [title]="weights(brief)">{{
            brief.attention.score
          }}</b>
          <a class="truncate font-bold hover:underline" [routerLink]="['/students', brief.id]">{{
            brief.name
          }}</a>
          @if (brief.songs[0]; as song) {
            <a class="block min-w-0" [routerLink]="['/plans', song.id]" [title]="song.title">
              <harvu-ribbon [blocks]="song.overview.blocks" [thin]="true" inert />
            </a>
          } @else {
            <span class="text-ink-soft">no song yet</span>
          }
          @if (reason) {
            @let action = actionFor(reason, brief);
            <p class="min-w-0">
              {{ reason.words }}
              @if (brief.attention.reasons.length > 1) {
                <span class="text-ink-soft" [title]="weights(brief)"
                  >and {{ brief.attention.reasons.length - 1 }} more</span
                >
              }
              <a class="link ml-1" [routerLink]="action.path" [queryParams]="action.query">{{
                action.words
              }}</a>
            </p>
          }
        </li>
      }
    </ul>
  `,
})
export class AttentionList {
  readonly briefs = input.required<readonly Brief[]>();
  protected readonly actionFor = actionFor;

  /** Every reason with its weight. */
  protected weights({ attention }: Brief): string {
    return attention.reasons.map(({ weight, words }) => `${weight}: ${words}`).join('\n');
  }
}
