import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { StreamOptions } from '@harvu/core/guide';
import { beatAfter, placeIn, type Scene } from '@harvu/core/practice';
import { Subject } from 'rxjs';
import { RoomSound, type SoundPlace } from '../../sound/room-sound';
import type { PlayedPass } from './marks';
import { RoomChoices, SILENT_OF } from './room-choices';

/** What is played, and at which tempo. */
export interface PlayRequest {
  readonly scene: Scene;
  readonly bpm: number;
  /** It is played once through and ends. */
  readonly isOnce: boolean;
}

const NEAR_S = 1e-6;
/** In the last beat of a pass it counts as played to its end. */
const LAST_BEAT = 1;

/** A pass that goes round: where it is, which pass it is, and at which tempo. */
@Injectable()
export class Playing {
  private readonly sound = inject(RoomSound);
  private readonly room = inject(RoomChoices);
  private readonly on = signal(false);
  private readonly now = signal<SoundPlace | null>(null);
  private readonly asked = signal<PlayRequest | null>(null);
  private readonly tempos = new Map<number, number>();
  private run = 0;
  private lastPass = 0;
  private readonly passed = new Subject<PlayedPass>();
  private readonly over = new Subject<void>();

  readonly isOn = this.on.asReadonly();
  /** Each pass once it has gone by. */
  readonly passEnds = this.passed.asObservable();
  /** It was played once and is over. */
  readonly ends = this.over.asObservable();

  /** The number that is counted now, before the first beat or between passes; 0 while it is played. */
  readonly counted = computed(() => {
    const [place, asked] = [this.now(), this.asked()];
    if (!place || !asked) return 0;
    const { part, intoS } = place;
    if (part.kind !== 'count-in') return 0;
    const writtenS = intoS / part.slower;
    const count = asked.scene.score.countIns.find(
      ({ lasts }) => Math.abs(lasts * part.slower - part.lastsS) < NEAR_S,
    );
    const said = (count?.clicks ?? []).filter((one) => one.count !== null);
    const click = said.findLast(({ atS }) => atS <= writtenS + NEAR_S) ?? said[0];
    return click?.count ?? 0;
  });
  /** Beats into the pass; 0 before it. */
  readonly beat = computed(() => {
    const [place, asked] = [this.now(), this.asked()];
    if (!place || !asked || place.part.kind !== 'pass') return 0;
    const { pass, score } = asked.scene;
    const into = Math.min(place.intoS / place.part.slower, score.lastsS - NEAR_S);
    return beatAfter(score, pass.stretch.beats, into);
  });
  readonly isPlaying = computed(() => this.now()?.part.kind === 'pass');
  /** Whether what sounds now is a pass in its last beat. */
  readonly isAtEnd = computed(() => {
    const beats = this.asked()?.scene.pass.stretch.beats ?? 0;
    return this.isPlaying() && this.beat() >= beats - LAST_BEAT;
  });
  readonly place = computed(
    () => {
      const scene = this.asked()?.scene;
      return scene && placeIn(scene.pass, this.beat());
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  constructor() {
    this.sound.places.pipe(takeUntilDestroyed()).subscribe((place) => this.see(place));
    this.sound.ended.pipe(takeUntilDestroyed()).subscribe(() => {
      this.passTo(this.lastPass + 1);
      this.stop();
      this.over.next();
    });
  }

  prepare(): void {
    this.sound.prepare();
  }

  start(request: PlayRequest): void {
    this.run += 1;
    this.lastPass = 0;
    this.tempos.clear();
    this.tempos.set(0, request.bpm);
    this.asked.set(request);
    this.sound.start(request.scene.score, this.optionsFor(request));
    this.on.set(true);
  }

  stop(): void {
    this.sound.stop();
    this.on.set(false);
    this.now.set(null);
  }

  /** The pass that sounds, or is counted in. */
  current(): PlayedPass {
    const index = this.now()?.part.pass ?? this.lastPass;
    return { run: this.run, index, bpm: this.bpmOf(index) };
  }

  /** From the next pass on it goes at another tempo, counted in. */
  goOnAt(bpm: number): void {
    const asked = this.asked();
    if (!asked || !this.on()) return;
    const pass = this.current().index + 1;
    if (this.bpmOf(pass) === bpm) return;
    for (const known of this.tempos.keys()) if (known >= pass) this.tempos.delete(known);
    this.tempos.set(pass, bpm);
    this.sound.replay(pass, { slower: slowerFor(asked.scene, bpm) });
  }

  /** Another choice holds from the next pass on. */
  choose(): void {
    const asked = this.asked();
    if (!asked || !this.on()) return;
    const { breathes, hasOffBeats, drop } = this.optionsFor(asked);
    const pass = this.current().index + 1;
    const bpm = this.bpmOf(pass) ?? asked.bpm;
    this.sound.replay(pass, {
      ...{ breathes, hasOffBeats, slower: slowerFor(asked.scene, bpm) },
      ...(drop ? { drop } : { drop: { bars: 0, of: SILENT_OF } }),
    });
  }

  private bpmOf(pass: number): number | null {
    const from = [...this.tempos.keys()].filter((one) => one <= pass);
    return this.tempos.get(Math.max(...from)) ?? null;
  }

  private optionsFor({ scene, bpm, isOnce }: PlayRequest): StreamOptions {
    const { countInBars, breathes, offBeats, silentBars } = this.room.choices();
    return {
      ...{ slower: slowerFor(scene, bpm), countInBars, breathes, hasOffBeats: offBeats },
      countsChange: true,
      ...(silentBars > 0 && { drop: { bars: silentBars, of: SILENT_OF } }),
      ...(isOnce && { passes: 1 }),
    };
  }

  private see(place: SoundPlace | null): void {
    if (!this.on()) return;
    this.now.set(place);
    if (place) this.passTo(place.part.pass);
  }

  /** However long the page was stuck, every pass that went by is told. */
  private passTo(pass: number): void {
    for (; this.lastPass < pass; this.lastPass += 1) {
      const index = this.lastPass;
      this.passed.next({ run: this.run, index, bpm: this.bpmOf(index) });
    }
  }
}

/** How much slower than written a tempo is: all tempos of a pass move alike. */
function slowerFor({ pass }: Scene, bpm: number): number {
  return pass.writtenBpm / bpm;
}
