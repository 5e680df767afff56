import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  type OnDestroy,
  output,
  signal,
} from '@angular/core';
import { settledFrame, type RiffUse, type SongDocument } from '@harvu/core/song';
import type { SongCommand } from '@harvu/core/edits';
import { riffBarBeats } from '@harvu/core/riff';
import type { RiffApart } from '@harvu/core/steps';
import { InView } from '../../ui/in-view';
import { RiffTab } from '../../ui/riff-tab';
import { StringPlayer } from '../../sound/string-player';
import { heardRiff, soundingAt, type HeardRiff } from './heard-riff';
import { RiffEditor } from './riff-editor';

/** The riffs of a song or of one section, drawn; each opens its editor beneath it. */
@Component({
  selector: 'harvu-riff-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InView, RiffEditor, RiffTab],
  providers: [StringPlayer],
  host: { class: 'block' },
  template: `
    <ul class="grid gap-3">
      @for (one of shown(); track one.apart.named.name) {
        <li>
          <div class="flex flex-wrap items-baseline gap-x-3 gap-y-1 text-xs text-ink-soft">
            <span
              >riff <b class="text-sm text-ink">{{ one.apart.named.name }}</b> ·
              {{ one.where }}</span
            >
            <span class="ml-auto flex items-baseline gap-3">
              <button type="button" class="link" (click)="hear(one.apart)">
                {{ heardName() === one.apart.named.name && player.isOn() ? 'Stop' : 'Hear it' }}
              </button>
              <button
                type="button"
                class="link"
                [attr.aria-expanded]="one.apart.named.name === chosen()"
                (click)="choose(one.apart.named.name)"
              >
                {{ one.apart.named.name === chosen() ? 'Close' : 'Edit' }}
              </button>
              @for (use of one.uses; track $index) {
                <button
                  type="button"
                  class="link"
                  [attr.aria-label]="'Take ' + use.riff + ' off these bars'"
                  (click)="takeOff(use)"
                >
                  take off
                </button>
              }
            </span>
          </div>
          @if (one.apart.named.name === chosen()) {
            <harvu-riff-editor
              harvuInView
              class="mt-1.5"
              [song]="song()"
              [named]="one.apart.named"
              [apart]="one.apart"
              (changed)="changed.emit($event)"
              (renamed)="open($event)"
              (closed)="open('')"
            />
          } @else {
            <harvu-riff-tab
              [riff]="one.apart.worked"
              [barBeats]="one.barBeats"
              [unit]="one.apart.named.meter.unit"
              [tuning]="frame().tuning"
              [capo]="frame().capo"
              [marked]="heardName() === one.apart.named.name ? sounding() : []"
            />
          }
        </li>
      }
    </ul>
  `,
})
export class RiffRow implements OnDestroy {
  readonly song = input.required<SongDocument>();
  readonly riffs = input.required<readonly RiffApart[]>();
  /** The id of the section whose riffs are shown; all of the song's where none is said. */
  readonly section = input('');
  readonly changed = output<SongCommand>();
  private readonly chosenName = signal('');
  protected readonly chosen = this.chosenName.asReadonly();
  protected readonly player = inject(StringPlayer);
  protected readonly heardName = signal('');
  private readonly heard = signal<HeardRiff | undefined>(undefined);

  protected readonly frame = computed(() => settledFrame(this.song()));
  protected readonly sounding = computed(() => soundingAt(this.heard(), this.player.atS()));
  private readonly own = computed(() =>
    this.song().sections.find((one) => one.id === this.section()),
  );
  protected readonly shown = computed(() =>
    this.riffs().flatMap((apart) => {
      const { name } = apart.named;
      const own = this.own();
      const uses = (own?.riffUses ?? []).filter((use) => use.riff === name);
      const { meter, pickup } = apart.named;
      const frame = { meterBeats: meter.beats, ...(pickup !== undefined && { pickup }) };
      const barBeats = riffBarBeats(frame, apart.worked.bars);
      if (this.section() === '') {
        const none: readonly RiffUse[] = [];
        return [{ apart, barBeats, uses: none, where: this.whereOf(name) }];
      }
      const where = uses.map(useWords).join(' · ');
      return uses.length > 0 ? [{ apart, barBeats, uses, where }] : [];
    }),
  );

  ngOnDestroy(): void {
    this.player.close();
  }

  private whereOf(name: string): string {
    const places = this.song().sections.flatMap((section) =>
      (section.riffUses ?? [])
        .filter((use) => use.riff === name)
        .map((use) => `${section.name} ${useWords(use)}`),
    );
    return places.length === 0 ? 'in no section yet' : places.join(' · ');
  }

  /** Opens the editor of a riff; no name closes it. */
  open(name: string): void {
    this.chosenName.set(name);
  }

  protected choose(name: string): void {
    this.chosenName.update((now) => (now === name ? '' : name));
  }

  protected takeOff(use: RiffUse): void {
    this.changed.emit({ kind: 'use-riff', section: this.section(), use: { ...use, riff: '' } });
  }

  protected hear({ named, worked }: RiffApart): void {
    const isSame = this.heardName() === named.name && this.player.isOn();
    this.player.stop();
    if (isSame) return;
    const { tuning, capo, tempo } = this.frame();
    const places = worked.notes.map((_, place) => place);
    const heard = heardRiff(worked.notes, places, { tuning, capo, bpm: tempo });
    this.heardName.set(named.name);
    this.heard.set(heard);
    this.player.start(heard);
  }
}

function barWords({ bars }: RiffUse): string {
  if (!bars) return 'all bars';
  return bars.from === bars.to ? `bar ${bars.from}` : `bars ${bars.from}–${bars.to}`;
}

function useWords(use: RiffUse): string {
  const layer = use.layer && use.layer !== 'full' ? `, from ${use.layer} on` : '';
  const plain = use.layer === 'ornaments' ? 'below' : 'in bare and pulse';
  const who = use.part === undefined ? `, strummed ${plain}` : `, as ${use.part} beside the chords`;
  const beat = use.beat === undefined ? '' : ` from beat ${use.beat}`;
  return `${barWords(use)}${beat}${layer}${who}`;
}
