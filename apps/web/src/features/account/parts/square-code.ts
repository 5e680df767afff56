import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { create } from 'qrcode';

const QUIET = 4;

/** Words as a square that a telephone reads; always dark on light, as readers need it. */
@Component({
  selector: 'harvu-square-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="box()"
      class="size-44"
      role="img"
      aria-label="Square to be read by an authenticator"
      shape-rendering="crispEdges"
    >
      <rect x="-4" y="-4" width="100%" height="100%" fill="#fff" />
      <path [attr.d]="path()" fill="#000" />
    </svg>
  `,
})
export class SquareCode {
  readonly words = input.required<string>();
  private readonly modules = computed(() => create(this.words()).modules);
  protected readonly box = computed(() => {
    const side = this.modules().size + 2 * QUIET;
    return `${-QUIET} ${-QUIET} ${side} ${side}`;
  });
  protected readonly path = computed(() => {
    const { size, data } = this.modules();
    const dark = [...data.keys()].filter((at) => data[at] === 1);
    return dark.map((at) => `M${at % size} ${Math.floor(at / size)}h1v1h-1z`).join('');
  });
}
