import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { FRAME_LINES, readFrameField, writeFrameField } from '@harvu/core/chart';
import type { Frame } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';

interface FieldShown {
  readonly field: keyof Frame;
  readonly label: string;
  readonly width: number;
  readonly text: string;
  readonly fault: string;
}

/** A field of the frame as somebody typed it. */
interface TypedField {
  readonly field: keyof Frame;
  readonly text: string;
}

const FIELDS: readonly Omit<FieldShown, 'text' | 'fault'>[] = [
  { field: 'tempo', label: 'bpm', width: 5 },
  { field: 'meter', label: 'meter', width: 6 },
  { field: 'feel', label: 'feel', width: 10 },
  { field: 'capo', label: 'capo', width: 4 },
  { field: 'tuning', label: 'tuning', width: 12 },
  { field: 'key', label: 'sounding key', width: 4 },
  { field: 'hand', label: 'with', width: 8 },
  { field: 'pickup', label: 'pickup', width: 4 },
  { field: 'part', label: 'part', width: 7 },
  { field: 'length', label: 'length', width: 6 },
  { field: 'sound', label: 'sound', width: 30 },
];
/** Most songs do without these: that they are not said is no gap. */
const SELDOM: readonly (keyof Frame)[] = ['pickup', 'part', 'sound'];

/** The song's frame, field by field, to be gone through by Tab; what a field wants is told while one is in it. */
@Component({
  selector: 'harvu-frame-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap gap-x-4 gap-y-2" role="group" aria-label="Frame">
      @for (shown of fields(); track shown.field) {
        <label class="flex items-baseline gap-1.5 text-ink-soft">
          {{ shown.label }}
          <input
            class="border-b-2 bg-transparent px-0.5 font-semibold text-ink focus:border-ink"
            [class]="
              shown.text || isSeldom(shown.field) ? 'border-line' : 'border-dashed border-brass'
            "
            [style.width.ch]="shown.width"
            [value]="shown.text"
            [attr.data-field]="shown.field"
            [attr.aria-invalid]="shown.fault ? true : null"
            (focus)="entered.set(shown.field)"
            (input)="typing.set({ field: shown.field, text: $any($event.target).value })"
            (blur)="typing.set(null); entered.set(null)"
            (change)="change(shown.field, $any($event.target))"
          />
        </label>
      }
    </div>
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    } @else {
      <p class="mt-1 min-h-4.5 text-xs text-ink-soft">{{ hint() }}</p>
    }
  `,
})
export class FrameForm {
  readonly frame = input.required<Frame>();
  /** The field one is led to at once. */
  readonly first = input<keyof Frame | undefined>();
  readonly changed = output<SongCommand>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly wrong = signal<TypedField | null>(null);
  /** What is being typed stays in its field while the song is read, or somebody else changes it. */
  protected readonly typing = signal<TypedField | null>(null);
  protected readonly entered = signal<keyof Frame | null>(null);

  protected readonly fields = computed(() => FIELDS.map((shown) => this.withText(shown)));
  protected readonly fault = computed(() => {
    const wrong = this.wrong();
    return wrong ? `This ${wrong.field} cannot be read. ${FRAME_LINES[wrong.field].remedy}` : '';
  });
  protected readonly hint = computed(() => {
    const field = this.entered();
    return field ? FRAME_LINES[field].remedy : '';
  });

  constructor() {
    afterRenderEffect(() => {
      const field = this.host.nativeElement.querySelector<HTMLInputElement>(
        `[data-field="${this.first() ?? 'none'}"]`,
      );
      field?.focus();
      field?.select();
    });
  }

  protected isSeldom(field: keyof Frame): boolean {
    return SELDOM.includes(field);
  }

  private withText(shown: Omit<FieldShown, 'text' | 'fault'>): FieldShown {
    const wrong = this.wrong();
    const isWrong = wrong?.field === shown.field;
    const typed = [this.typing(), wrong].find((one) => one?.field === shown.field);
    const text = typed?.text ?? writeFrameField(this.frame(), shown.field);
    return {
      ...shown,
      text,
      fault: isWrong ? 'wrong' : '',
      width: Math.max(shown.width, text.length + 2),
    };
  }

  /** What cannot be read stays in its field, with the remedy below, and changes nothing. */
  protected change(field: keyof Frame, { value }: HTMLInputElement): void {
    const isFine = value.trim() === '' || readFrameField(field, value) !== undefined;
    this.wrong.set(isFine ? null : { field, text: value });
    if (isFine) this.changed.emit({ kind: 'set-frame', field, text: value });
  }
}
