import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import type { School } from '@harvu/core/plan';
import { LAYERS, type Layer } from '@harvu/core/song';
import { parseDay } from '@harvu/core/day';
import { LAYER_WORDS, SCHOOL_WORDS } from '../plan-words';
import { StepsState } from '../steps.state';

/** How it is taught: the school that orders the steps, how full, how fast the ladder, and by when. */
@Component({
  selector: 'harvu-way-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'grid items-start gap-2.5' },
  template: `
    <fieldset class="rounded-sm border border-l-4 border-line border-l-spruce bg-sheet px-3 py-2">
      <legend class="sr-only">Order of teaching</legend>
      @for (one of schools; track one.school) {
        <label class="flex gap-2.5 py-1">
          <input
            type="radio"
            name="school"
            class="mt-1 size-4 shrink-0 accent-spruce"
            [checked]="state.teaching().school === one.school"
            (change)="order(one.school)"
          />
          <span class="leading-5"
            ><b>{{ one.name }}</b>
            <span class="block text-xs text-ink-soft">{{ one.says }}</span></span
          >
        </label>
      }
    </fieldset>
    <div class="grid gap-2 rounded-sm border border-line bg-sheet p-3">
      <label class="grid grid-cols-[80px_minmax(0,1fr)] items-center gap-2 text-sm">
        As far as
        <select #layer class="field" (change)="goAsFarAs(layer.value)">
          @for (one of layers; track one) {
            <option [value]="one" [selected]="one === state.teaching().goal">
              {{ layerWords(one) }}
            </option>
          }
        </select>
      </label>
      <label class="grid grid-cols-[80px_minmax(0,1fr)] items-center gap-2 text-sm">
        Wanted by
        <input
          #day
          class="field"
          type="date"
          [value]="state.teaching().wantedOn ?? ''"
          (change)="want(day.value)"
        />
      </label>
      <label class="flex items-center gap-2 text-sm">
        <input
          #rungs
          type="checkbox"
          class="size-4 accent-spruce"
          [checked]="state.teaching().twoRungs"
          (change)="climb(rungs.checked)"
        />
        Slow, then straight to full tempo
      </label>
      <label class="flex items-center gap-2 text-sm">
        <input
          #sings
          type="checkbox"
          class="size-4 accent-spruce"
          [checked]="state.teaching().sings"
          (change)="sing(sings.checked)"
        />
        Will sing it too
      </label>
      @if ((state.planned()?.work?.riffs ?? []).length > 0) {
        <label class="flex items-center gap-2 text-sm">
          <input
            #ear
            type="checkbox"
            class="size-4 accent-spruce"
            [checked]="state.teaching().byEar"
            (change)="listen(ear.checked)"
          />
          Riffs by ear before they are read
        </label>
      }
    </div>
  `,
})
export class WayBox {
  protected readonly state = inject(StepsState);
  protected readonly schools = SCHOOL_WORDS;
  protected readonly layers = LAYERS;

  protected layerWords(layer: Layer): string {
    return LAYER_WORDS[layer];
  }

  protected order(school: School): void {
    this.state.change((now) => ({ ...now, school }));
  }

  protected goAsFarAs(value: string): void {
    const goal = LAYERS.find((one) => one === value);
    if (goal) this.state.change((now) => ({ ...now, goal }));
  }

  protected want(day: string): void {
    this.state.change((now) => ({ ...now, wantedOn: parseDay(day) ?? null }));
  }

  protected climb(twoRungs: boolean): void {
    this.state.change((now) => ({ ...now, twoRungs }));
  }

  protected listen(isByEar: boolean): void {
    const { byEar: _byEar, ...rest } = this.state.teaching();
    this.state.change(() => (isByEar ? { ...rest, byEar: true } : rest));
  }

  protected sing(sings: boolean): void {
    this.state.change((now) => ({ ...now, sings }));
  }
}
