import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { DrawingView } from '../../../ui/drawing';
import type { Hold } from '../room-view';

/** A longer name is written smaller, so that it stands beside its grip. */
const LONG = 3;
const LONGEST = 6;

/** The grip that sounds now, large, and the next one with what the fingers do to get there. */
@Component({
  selector: 'harvu-now-next',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView],
  host: { class: 'now-next' },
  styleUrl: './now-next.css',
  template: `
    <div class="now" [class.is-alone]="!hold().next">
      <div class="name">
        @if (counted() > 0) {
          <p class="small">count</p>
          <p class="chord text-brass" [class]="sizes[0]" aria-live="off">{{ counted() }}</p>
        } @else {
          <p class="small">now</p>
          <p class="chord" [class]="nowSize()">{{ hold().now?.name ?? '' }}</p>
          <p class="small">{{ hold().now?.other }}</p>
        }
      </div>
      @if (counted() > 0 ? hold().grip : nowGrip(); as drawing) {
        <harvu-drawing class="grip" [drawing]="drawing" [scale]="null" />
      }
    </div>
    @if (counted() > 0) {
      <div class="next">
        <div class="name">
          <p class="small">first</p>
          <p class="chord is-next">{{ hold().now?.name }}</p>
        </div>
      </div>
    } @else if (hold().next; as next) {
      <div class="next">
        <div class="name">
          <p class="small">{{ inWords() }}</p>
          <p class="chord is-next text-brass" [class.is-long]="next.name.length > long">
            {{ next.name }}
          </p>
          <p class="line" aria-hidden="true">{{ hold().change?.short }}</p>
          <p class="sr-only">{{ hold().change?.line }}</p>
        </div>
        @if (nextGrip(); as drawing) {
          <harvu-drawing class="grip" [drawing]="drawing" [scale]="null" />
        }
      </div>
    }
  `,
})
export class NowNext {
  readonly hold = input.required<Hold>();
  /** The number that is counted; 0 while it is played. */
  readonly counted = input(0);

  protected readonly sizes = ['is-short', 'is-long', 'is-longest'] as const;
  protected readonly long = LONG;
  protected readonly nowGrip = computed(() => this.hold().change?.from ?? this.hold().grip);
  protected readonly nextGrip = computed(() => this.hold().change?.to ?? this.hold().nextGrip);
  protected readonly nowSize = computed(() => {
    const { length } = this.hold().now?.name ?? '';
    return this.sizes[length > LONGEST ? 2 : length > LONG ? 1 : 0];
  });
  protected readonly inWords = computed(() => {
    const beats = this.hold().beatsToNext;
    return beats === null ? 'then' : `in ${beats} ${beats === 1 ? 'beat' : 'beats'}`;
  });
}
