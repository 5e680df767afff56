import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { Device, type TakeSound } from '../../../store/device';
import { dayWords } from '../../../ui/day-label';

/** A kept take, ready to be heard. */
interface HeardTake {
  readonly name: string;
  readonly said: string;
  readonly url: string;
}

/** The first take of a step that was kept and the newest one, each beside the guide. */
@Component({
  selector: 'harvu-kept-takes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    @if (heard().length > 0) {
      <h3 class="font-display text-lg font-bold">Kept on this device</h3>
      <ul class="mt-2 grid gap-3 sm:grid-cols-2">
        @for (take of heard(); track take.url) {
          <li>
            <p>
              <b>{{ take.name }}</b>&ngsp;<span class="text-ink-soft">{{ take.said }}</span>
            </p>
            <audio
              class="mt-1 w-full"
              controls
              [src]="take.url"
              [attr.aria-label]="take.name"
            ></audio>
          </li>
        }
      </ul>
      <p class="mt-2 flex flex-wrap items-center gap-3 text-ink-soft">
        You on the left, the guide on the right.
        <button type="button" class="button min-h-[44px]" (click)="forget()">
          {{ heard().length === 1 ? 'Forget its sound' : 'Forget both sounds' }}
        </button>
      </p>
    }
  `,
})
export class KeptTakesView {
  /** The plan and the step. */
  readonly id = input.required<string>();
  private readonly device = inject(Device);
  private readonly shown = signal<readonly HeardTake[]>([]);
  protected readonly heard = this.shown.asReadonly();

  constructor() {
    effect(() => void this.find(this.id()));
    inject(DestroyRef).onDestroy(() => this.letGo());
  }

  protected async forget(): Promise<void> {
    await this.device.forget('takes', this.id());
    this.letGo();
  }

  private async find(id: string): Promise<void> {
    const kept = await this.device.findTakes(id);
    this.letGo();
    if (!kept) return;
    const { first, newest } = kept;
    this.shown.set([
      heardOf(newest ? 'The first one' : 'The one you kept', first),
      ...(newest ? [heardOf('The newest one', newest)] : []),
    ]);
  }

  private letGo(): void {
    for (const { url } of this.shown()) URL.revokeObjectURL(url);
    this.shown.set([]);
  }
}

function heardOf(name: string, { at, tempo, wav }: TakeSound): HeardTake {
  return { name, said: `${dayWords(at)}, ${tempo}`, url: URL.createObjectURL(wav) };
}
