import { computed, type Signal } from '@angular/core';
import type { Drawing } from '@harvu/core/drawing';
import {
  notesAt,
  placeIn,
  type DrawnChange,
  type Place,
  type SaidChord,
  type Scene,
} from '@harvu/core/practice';
import type { Playing } from './playing.state';

/** Bars of a riff that are read at once; on a small screen, fewer. */
const BARS_AT_ONCE = 4;
const BARS_AT_ONCE_SMALL = 2;

/** What is held now, and what comes. */
export interface Hold {
  readonly now: SaidChord | undefined;
  readonly next: SaidChord | undefined;
  readonly beatsToNext: number | null;
  readonly grip: Drawing | undefined;
  readonly nextGrip: Drawing | undefined;
  readonly change: DrawnChange | undefined;
}

const NO_HOLD: Hold = {
  now: undefined,
  next: undefined,
  beatsToNext: null,
  grip: undefined,
  nextGrip: undefined,
  change: undefined,
};

/** What is seen of a scene where it is now. */
export class RoomView {
  /** What is counted in the bar of now, or in the count before it, and which of it is now. */
  readonly count = computed(
    () => {
      const counted = this.playing.counted();
      const score = this.scene()?.score;
      const bar = this.scene()?.pass.stretch.bars[this.place()?.bar ?? 0];
      if (!score || !bar) return { all: [], now: -1 };
      if (counted > 0) {
        const all = [...new Set(score.countIns[1].clicks.flatMap((one) => one.count ?? []))];
        return { all: all.sort((a, b) => a - b), now: counted - 1 };
      }
      const beats = score.clicks.filter(
        (one) => one.count !== null && one.beat >= bar.from && one.beat < bar.until,
      );
      const now = beats.findLastIndex((one) => one.beat <= this.playing.beat() + 1e-6);
      return {
        all: beats.flatMap((one) => one.count ?? []),
        now: this.playing.isPlaying() ? now : -1,
      };
    },
    { equal: (a, b) => a.now === b.now && a.all.join() === b.all.join() },
  );
  readonly place = computed(() => {
    const scene = this.scene();
    if (!scene) return undefined;
    return this.playing.isOn() ? this.playing.place() : placeIn(scene.pass, 0);
  });
  /** The hand in the bar that plays, and the slot it is at; -1 before the pass goes. */
  readonly lane = computed(() => {
    const place = this.place();
    const lane = place && this.scene()?.lanes[place.bar];
    if (!lane) return undefined;
    const beat = this.playing.isPlaying() ? this.playing.beat() : -1;
    return { ...lane, now: lane.beats.findLastIndex((one) => one <= beat + 1e-6) };
  });
  /** The bars around the one that plays, where they are played note by note, and the notes that sound. */
  readonly riffNow = computed(
    () => {
      const riff = this.scene()?.riff;
      const bar = this.place()?.bar ?? 0;
      const run = riff?.runs.find(({ from, to }) => bar >= from && bar <= to);
      if (!riff || !run) return null;
      const atOnce = this.isWide() ? BARS_AT_ONCE : BARS_AT_ONCE_SMALL;
      const from = run.from + Math.floor((bar - run.from) / atOnce) * atOnce;
      return { riff, only: { from, to: Math.min(run.to, from + atOnce - 1) } };
    },
    {
      equal: (a, b) =>
        a?.riff === b?.riff && a?.only.from === b?.only.from && a?.only.to === b?.only.to,
    },
  );
  readonly notesNow = computed(
    () => {
      const riff = this.scene()?.riff;
      return riff ? notesAt(riff, this.playing.beat()) : [];
    },
    { equal: (a, b) => a.join() === b.join() },
  );
  /** Which section of the map plays, and which of its bars; only where the whole song is played. */
  readonly onMap = computed(() => this.scene()?.map[this.place()?.bar ?? 0]);
  /** The chords now and next, as they are said, and what the fingers do between them. */
  readonly hold = computed(() => {
    const [scene, place] = [this.scene(), this.place()];
    return scene && place ? holdIn(scene, place) : NO_HOLD;
  });

  constructor(
    private readonly scene: Signal<Scene | null>,
    private readonly playing: Playing,
    private readonly isWide: Signal<boolean>,
  ) {}
}

function holdIn(scene: Scene, { now, next, beatsToNext }: Place): Hold {
  return {
    now: scene.chords[now],
    next: now === next ? undefined : scene.chords[next],
    beatsToNext,
    grip: scene.grips[now],
    nextGrip: scene.grips[next],
    change: scene.changes[`${now} ${next}`],
  };
}
