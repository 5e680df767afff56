import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A label, its field, and below it what is wrong with it or a hint. */
@Component({
  selector: 'harvu-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <label class="block">
      <span class="mb-0.5 block text-xs text-ink-soft">{{ label() }}</span>
      <ng-content />
    </label>
    @if (fault()) {
      <p class="mt-0.5 text-xs text-rose" role="alert">{{ label() }} {{ fault() }}.</p>
    } @else if (hint()) {
      <p class="mt-0.5 text-xs text-ink-soft">{{ hint() }}</p>
    }
  `,
})
export class FieldRow {
  readonly label = input.required<string>();
  readonly fault = input('');
  readonly hint = input('');
}
