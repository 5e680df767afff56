import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Asks for a file, by a click or a drop, and says which one it is. */
@Component({
  selector: 'harvu-file-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'flex flex-wrap items-center gap-3' },
  template: `
    <label
      class="button button-strong relative flex cursor-pointer items-center"
      (dragover)="$event.preventDefault()"
      (drop)="drop($event)"
    >
      {{ name() === '' ? 'Choose a file, or drop it here' : 'Another file' }}
      <input
        type="file"
        class="absolute inset-0 cursor-pointer opacity-0"
        [accept]="accepts()"
        [attr.aria-label]="label()"
        (change)="choose($event)"
      />
    </label>
    <span class="text-ink-soft">{{ name() || hint() }}</span>
    <button type="button" class="button ml-auto" (click)="left.emit()">Leave it</button>
    @if (isReading()) {
      <p class="w-full" role="status">Reading it …</p>
    }
    @if (problem()) {
      <p class="w-full border-l-4 border-brass pl-3" role="alert">{{ problem() }}</p>
    }
  `,
})
export class FileChoice {
  readonly label = input.required<string>();
  readonly accepts = input.required<string>();
  readonly hint = input('');
  readonly name = input('');
  readonly isReading = input(false);
  readonly problem = input('');
  readonly chosen = output<File>();
  readonly left = output();

  protected choose(event: Event): void {
    const choice = event.target as HTMLInputElement;
    const file = choice.files?.[0];
    // The same file can be chosen again once it was mended.
    if (file) this.chosen.emit(file);
    choice.value = '';
  }

  protected drop(event: DragEvent): void {
    event.preventDefault();
    const file = event.dataTransfer?.files[0];
    if (file) this.chosen.emit(file);
  }
}
