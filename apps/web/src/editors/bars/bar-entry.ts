import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  viewChildren,
} from '@angular/core';
import { barSlots, slotsText } from '@harvu/core/chart';
import type { Meter } from '@harvu/core/rhythm';

/** What was written of a bar, and the bar one wants to write next: the one before, none, or the one after. */
export interface WrittenBar {
  readonly text: string;
  readonly go: -1 | 0 | 1;
}

/** Writes one bar: a place for each beat, space goes to the next, Enter to the next bar. No signs are needed. */
@Component({
  selector: 'harvu-bar-entry',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    class: 'flex h-full w-full items-stretch overflow-x-auto',
    role: 'group',
    '[attr.aria-label]': "'Writing bar ' + number()",
    '(keydown)': 'press($event)',
    '(focusout)': 'leave($event)',
    '(paste)': 'paste($event)',
  },
  template: `
    @for (place of places(); track $index; let beat = $index) {
      <span
        class="relative flex min-w-5 flex-auto flex-col border-line not-first:border-l focus-within:grow-[2]"
      >
        <input
          #place
          class="field-sizing-content min-h-0 min-w-full flex-1 bg-transparent px-1.5 pb-6 font-display text-lg font-bold outline-none focus:bg-brass-wash"
          [attr.aria-label]="wordsOf(beat)"
          [value]="place"
          maxlength="400"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
        />
        <span
          class="pointer-events-none absolute bottom-0 left-1.5 font-mono text-xs text-ink-soft"
          >{{ laid() ? beat + 1 : '' }}</span
        >
      </span>
    }
  `,
})
export class BarEntry {
  /** The bar as it is written now; empty where there is none yet. */
  readonly text = input.required<string>();
  readonly meter = input.required<Meter>();
  readonly number = input.required<number>();
  /** What was pressed to begin: it stands in place of the whole bar. */
  readonly begun = input('');
  readonly written = output<WrittenBar>();
  readonly left = output();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly inputs = viewChildren<ElementRef<HTMLInputElement>>('place');
  private isDone = false;

  protected readonly laid = computed(() => barSlots(this.text(), this.meter()));
  protected readonly places = computed(() => {
    const laid = this.laid();
    const all = laid?.slots ?? [this.text()];
    return this.begun() === '' ? all : all.map((_, index) => (index === 0 ? this.begun() : ''));
  });

  constructor() {
    afterNextRender(() => {
      this.go(0);
      // What was typed to begin is typed on; what stood there is typed over.
      if (this.begun() !== '') this.inputs()[0]?.nativeElement.setSelectionRange(9, 9);
    });
  }

  protected wordsOf(beat: number): string {
    return this.laid()
      ? `Bar ${this.number()}, beat ${beat + 1}`
      : `Chords of bar ${this.number()}`;
  }

  protected press(event: KeyboardEvent): void {
    // The grid around it has keys of its own.
    event.stopPropagation();
    const at = this.at();
    const field = this.inputs()[at]?.nativeElement;
    if (!field || event.ctrlKey || event.metaKey || event.altKey) return;
    if (this.act(event, at, field)) event.preventDefault();
  }

  private act({ key, shiftKey }: KeyboardEvent, at: number, field: HTMLInputElement): boolean {
    switch (key) {
      case 'Enter':
      case 'Tab':
        this.finish(shiftKey ? -1 : 1);
        return true;
      case 'Escape':
        this.isDone = true;
        this.left.emit();
        return true;
      case ' ':
        return this.space(at);
      default:
        return this.goAlong(key, at, field);
    }
  }

  /** From beat to beat, where the cursor is at the edge of one. */
  private goAlong(
    key: string,
    at: number,
    { selectionStart, selectionEnd, value }: HTMLInputElement,
  ): boolean {
    const isStart = selectionStart === 0 && selectionEnd === 0;
    if (key === 'ArrowRight') return selectionStart === value.length && this.go(at + 1);
    if (key === 'ArrowLeft') return isStart && this.go(at - 1);
    return key === 'Backspace' && isStart && value === '' && this.go(at - 1);
  }

  /** Space is the next beat, and after the last the next bar. Where chords fall between beats it is a space. */
  private space(at: number): boolean {
    if (!this.laid()) return false;
    if (!this.go(at + 1)) this.finish(1);
    return true;
  }

  private at(): number {
    return this.inputs().findIndex(({ nativeElement }) => nativeElement === document.activeElement);
  }

  private go(to: number): boolean {
    const field = this.inputs()[to]?.nativeElement;
    field?.focus();
    field?.select();
    return field !== undefined;
  }

  private values(): readonly string[] {
    return this.inputs().map(({ nativeElement }) => nativeElement.value);
  }

  private finish(go: WrittenBar['go']): void {
    if (this.isDone) return;
    this.isDone = true;
    const laid = this.laid();
    const values = this.values();
    // More than one word in a place is chart text after all.
    // Nothing written where there was no bar is none; a silence is said with its sign.
    const isNone = this.text() === '' && values.every((one) => one.trim() === '');
    const isPlain = laid && values.every((one) => !/\S\s+\S|\|/.test(one));
    const text = isPlain ? slotsText({ ...laid, slots: values }) : values.join(' ').trim();
    this.written.emit({ text: isNone ? '' : text, go });
  }

  protected leave({ relatedTarget }: FocusEvent): void {
    const isInside =
      relatedTarget instanceof Node && this.host.nativeElement.contains(relatedTarget);
    if (!isInside) this.finish(0);
  }

  /** Bars that are pasted come as they are, in place of this one. */
  protected paste(event: ClipboardEvent): void {
    event.stopPropagation();
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (!/\S\s+\S|\|/.test(text)) return;
    event.preventDefault();
    this.isDone = true;
    this.written.emit({ text, go: 0 });
  }
}
