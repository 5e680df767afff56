import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { chordLabel, tagOf, withoutTag, withTag } from '@harvu/core/chord';
import type { SongCommand } from '@harvu/core/edits';
import type { SongGrip } from '@harvu/core/player';
import type { Section, SongDocument } from '@harvu/core/song';

const WORD = /^[A-Za-z0-9-]{1,12}$/;

/** Two grips of one chord: which of them a section holds, and another one to be added. */
@Component({
  selector: 'harvu-other-grips',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'mt-2 block' },
  template: `
    <form
      class="flex flex-wrap items-center gap-2 text-sm text-ink-soft"
      (submit)="$event.preventDefault(); add(word)"
    >
      @if (ways().length > 1) {
        <span>In {{ section().name }} it is held as</span>
        <span role="group" [attr.aria-label]="'Grip in ' + section().name" class="flex gap-1">
          @for (way of ways(); track way) {
            <button
              type="button"
              class="button"
              [class.button-strong]="way === grip().name"
              [attr.aria-pressed]="way === grip().name"
              (click)="hold(way)"
            >
              {{ labelOf(way) }}
            </button>
          }
        </span>
      }
      <label class="flex items-center gap-2">
        {{
          ways().length > 1
            ? 'or another, called'
            : 'Hold it otherwise in this section, called, for example, low'
        }}
        <input #word class="field w-24" maxlength="12" autocomplete="off" spellcheck="false" />
      </label>
      <button type="submit" class="button">Add this grip</button>
    </form>
    @if (fault()) {
      <p role="alert" class="mt-1 text-xs text-rose">{{ fault() }}</p>
    }
  `,
})
export class OtherGrips {
  readonly song = input.required<SongDocument>();
  readonly section = input.required<Section>();
  readonly grip = input.required<SongGrip>();
  readonly changed = output<SongCommand>();
  /** The name of the grip the section holds now. */
  readonly held = output<string>();

  protected readonly fault = signal('');
  private readonly chord = computed(() => withoutTag(this.grip().name));
  protected readonly ways = computed(() => {
    const own = this.song().grips.map(({ name }) => name);
    const others = own.filter(
      (name) => tagOf(name) !== undefined && withoutTag(name) === this.chord(),
    );
    return [this.chord(), ...others];
  });
  protected readonly labelOf = chordLabel;

  protected hold(name: string): void {
    this.changed.emit({ kind: 'hold-otherwise', section: this.section().id, name });
    this.held.emit(name);
  }

  protected add(field: HTMLInputElement): void {
    const word = field.value.trim();
    const name = withTag(this.chord(), word);
    if (!WORD.test(word)) {
      this.fault.set('Give it one short word of letters and figures, such as low.');
      return;
    }
    if (this.ways().includes(name)) {
      this.fault.set(`${chordLabel(name)} is there already. Give this one another word.`);
      return;
    }
    this.fault.set('');
    field.value = '';
    const { grip, fingers } = this.grip();
    const section = this.section().id;
    this.changed.emit({ kind: 'hold-otherwise', section, name, grip, fingers });
    this.held.emit(name);
  }
}
