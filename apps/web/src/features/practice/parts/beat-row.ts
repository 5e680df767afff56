import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** The numbers that are counted in a bar, the one of now lit. */
@Component({
  selector: 'harvu-beat-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'flex justify-center',
    'aria-hidden': 'true',
    '[style.--count]': 'counts().length',
  },
  template: `
    @for (count of counts(); track $index) {
      <span
        class="beat"
        [class]="
          $index === now() ? 'border-brass-line bg-brass-wash' : 'border-line-soft text-ink-soft'
        "
        >{{ count }}</span
      >
    }
  `,
  styles: `
    :host {
      gap: min(0.5rem, 2cqw);
    }
    .beat {
      display: grid;
      max-width: 6rem;
      height: min(3rem, 8cqh, 72px);
      flex: 1;
      place-items: center;
      border-width: 1px;
      border-radius: 3px;
      font-family: var(--font-mono);
      font-weight: 700;
      /* As large as all of them have room for. */
      font-size: min(2.5rem, 7cqh, 60px, calc(80cqw / var(--count) * 0.75));
      line-height: 1;
    }
  `,
})
export class BeatRow {
  readonly counts = input.required<readonly number[]>();
  /** Index of the one that is counted now; -1 for none. */
  readonly now = input(-1);
}
