import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { chordSaid, chordSpoken } from '@harvu/core/chord';
import { CONVENTIONS } from './conventions';

/** A chord name as whoever looks says it, and as a screen reader is to speak it: "F sharp minor 7". */
@Component({
  selector: 'harvu-chord',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'img', '[attr.aria-label]': 'spoken()' },
  template: `{{ said() }}`,
})
export class ChordName {
  readonly name = input.required<string>();
  readonly raised = input(0);
  private readonly conventions = inject(CONVENTIONS);
  private readonly called = computed(() => ({
    raised: this.raised(),
    names: this.conventions().names,
  }));
  protected readonly said = computed(() => chordSaid(this.name(), this.called()));
  protected readonly spoken = computed(() => chordSpoken(this.name(), this.called()));
}
