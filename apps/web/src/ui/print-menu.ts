import {
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';

/** Something that can be printed: what it is, and where its PDF is made. */
export interface Printable {
  readonly words: string;
  readonly address: string;
}

/** Offers papers, each in both sizes; the browser shows them once they are made, in a tab of their own. */
@Component({
  selector: 'harvu-print-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'relative print:hidden',
    '(document:click)': 'closeFor($event)',
    '(keydown.escape)': 'close()',
  },
  template: `
    <details #menu>
      <summary class="button list-none">Print</summary>
      <ul
        class="absolute right-0 z-20 mt-1 w-max  rounded-sm border border-line bg-sheet p-2 shadow-lg max-sm:fixed max-sm:right-4 max-sm:left-4 max-sm:w-auto"
      >
        @for (paper of papers(); track paper.address) {
          <li class="flex items-baseline gap-3 px-1 py-1">
            <span class="flex-1 pr-4">{{ paper.words }}</span>
            @for (size of sizes; track size.name) {
              <a
                class="link inline-block min-h-6 px-1"
                target="_blank"
                rel="noopener"
                [href]="addressOf(paper, size.asks)"
                [attr.aria-label]="paper.words + ' on ' + size.name"
                (click)="close()"
                >{{ size.name }}</a
              >
            }
          </li>
        }
      </ul>
    </details>
  `,
})
export class PrintMenu {
  readonly papers = input.required<readonly Printable[]>();
  private readonly menu = viewChild.required<ElementRef<HTMLDetailsElement>>('menu');
  protected readonly sizes = [
    { name: 'A4', asks: '' },
    { name: 'Letter', asks: 'paper=letter' },
  ] as const;

  protected addressOf({ address }: Printable, asks: string): string {
    if (asks === '') return address;
    return `${address}${address.includes('?') ? '&' : '?'}${asks}`;
  }

  protected close(): void {
    this.menu().nativeElement.open = false;
  }

  /** A click anywhere else closes it. */
  protected closeFor({ target }: Event): void {
    if (target instanceof Node && !this.menu().nativeElement.contains(target)) this.close();
  }
}
