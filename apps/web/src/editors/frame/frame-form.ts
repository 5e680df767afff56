import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FRAME_LINES, readFrameField, writeFrameField } from '@harvu/core/chart';
import type { Frame } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';

interface FieldShown {
  readonly field: keyof Frame;
  readonly label: string;
  readonly example: string;
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
  { field: 'tempo', label: 'bpm', example: '92', width: 4 },
  { field: 'meter', label: 'meter', example: '4/4', width: 5 },
  { field: 'feel', label: 'feel', example: 'straight', width: 9 },
  { field: 'capo', label: 'capo', example: '0', width: 3 },
  { field: 'tuning', label: 'tuning', example: 'E A D G B E', width: 12 },
  { field: 'key', label: 'key', example: 'D', width: 4 },
  { field: 'hand', label: 'with', example: 'pick', width: 7 },
  { field: 'part', label: 'part', example: 'all', width: 5 },
  { field: 'length', label: 'length', example: '3:34', width: 5 },
];

/** The song's frame in one line: tuning, capo, tempo, meter, feel, key, length, each editable where it stands. */
@Component({
  selector: 'harvu-frame-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap gap-x-3 gap-y-1" role="group" aria-label="Frame">
      @for (shown of fields(); track shown.field) {
        <label class="flex items-baseline gap-1 text-ink-soft">
          {{ shown.label }}
          <input
            class="border-b border-line bg-transparent px-0.5 font-semibold text-ink placeholder:font-normal placeholder:text-ink-soft/70 focus:border-ink"
            [style.width.ch]="shown.width"
            [value]="shown.text"
            [placeholder]="shown.example"
            [attr.aria-invalid]="shown.fault ? true : null"
            (input)="typing.set({ field: shown.field, text: $any($event.target).value })"
            (blur)="typing.set(null)"
            (change)="change(shown.field, $any($event.target))"
          />
        </label>
      }
    </div>
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    }
  `,
})
export class FrameForm {
  readonly frame = input.required<Frame>();
  readonly changed = output<SongCommand>();
  private readonly wrong = signal<TypedField | null>(null);
  /** What is being typed stays in its field while the song is read, or somebody else changes it. */
  protected readonly typing = signal<TypedField | null>(null);

  protected readonly fields = computed(() => FIELDS.map((shown) => this.withText(shown)));
  protected readonly fault = computed(() => {
    const wrong = this.wrong();
    return wrong ? `This ${wrong.field} cannot be read. ${FRAME_LINES[wrong.field].remedy}` : '';
  });

  private withText(shown: Omit<FieldShown, 'text' | 'fault'>): FieldShown {
    const wrong = this.wrong();
    const isWrong = wrong?.field === shown.field;
    const typed = [this.typing(), wrong].find((one) => one?.field === shown.field);
    const text = typed?.text ?? writeFrameField(this.frame(), shown.field);
    return {
      ...shown,
      text,
      fault: isWrong ? 'wrong' : '',
      width: Math.max(shown.width, text.length + 1),
    };
  }

  /** What cannot be read stays in its field, with the remedy below, and changes nothing. */
  protected change(field: keyof Frame, { value }: HTMLInputElement): void {
    const isFine = value.trim() === '' || readFrameField(field, value) !== undefined;
    this.wrong.set(isFine ? null : { field, text: value });
    if (isFine) this.changed.emit({ kind: 'set-frame', field, text: value });
  }
}
