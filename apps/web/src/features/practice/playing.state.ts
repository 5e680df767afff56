import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { StreamOptions } from '@harvu/core/guide';
import { beatAfter, beatInRecording, placeIn, type Scene } from '@harvu/core/practice';
import { Subject, type Subscription } from 'rxjs';
import { Latency } from '../../sound/latency';
import type { RecordingPlace, RecordingPlayer } from '../../sound/recording-player';
import { RoomSound, type SoundPlace } from '../../sound/room-sound';
import type { PlayedPass } from './marks.state';
import { RoomChoices, SILENT_OF } from './room-choices';

/** What is played, and at which tempo. */
export interface PlayRequest {
  readonly scene: Scene;
  readonly bpm: number;
  /** It is played once through and ends. */
  readonly isOnce: boolean;
  /** Somebody's own file, in place of click and guide. */
  readonly recording?: RecordingPlayer;
}

/** What is heard now. */
interface HeardRun {
  readonly pass: number;
  /** The number that is counted; 0 while it is played. */
  readonly counted: number;
  /** Beats into the pass; null before it. */
  readonly beat: number | null;
  /** It goes round until it is left. */
  readonly isOpen: boolean;
}

const NEAR_S = 1e-6;
/** In the last beat of a pass it counts as played to its end. */
const LAST_BEAT = 1;

/** A pass that goes round: where it is, which pass it is, and at which tempo. */
@Injectable()
export class Playing {
  private readonly sound = inject(RoomSound);
  private readonly room = inject(RoomChoices);
  private readonly latency = inject(Latency);
  private readonly on = signal(false);
  private readonly now = signal<HeardRun | null>(null);
  private readonly asked = signal<PlayRequest | null>(null);
  private readonly tempos = new Map<number, number>();
  private run = 0;
  private lastPass = 0;
  private following: Subscription | undefined;
  private readonly passed = new Subject<PlayedPass>();
  private readonly over = new Subject<void>();

  readonly isOn = this.on.asReadonly();
  /** Each pass once it has gone by. */
  readonly passEnds = this.passed.asObservable();
  /** It was played once and is over. */
  readonly ends = this.over.asObservable();

  /** The number that is counted now, before the first beat or between passes; 0 while it is played. */
  readonly counted = computed(() => this.now()?.counted ?? 0);
  /** Beats into the pass; 0 before it. */
  readonly beat = computed(() => this.now()?.beat ?? 0);
  readonly isPlaying = computed(() => (this.now()?.beat ?? null) !== null);
  /** The open end that goes round now, waiting to be left; undefined elsewhere. */
  readonly openEnd = computed(() => {
    const [heard, asked] = [this.now(), this.asked()];
    if (!heard?.isOpen || !asked || this.isLeaving()) return undefined;
    const { score, openEnds } = asked.scene;
    const bar = score.barsS[this.place()?.bar ?? 0] ?? 0;
    return openEnds.find(({ fromS, untilS }) => bar >= fromS - NEAR_S && bar < untilS - NEAR_S);
  });
  private readonly isLeaving = signal(false);
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
    this.sound.places.pipe(takeUntilDestroyed()).subscribe((place) => {
      const scene = this.asked()?.scene;
      if (!this.following) this.see(place && scene ? heardOf(place, scene) : null);
    });
    this.sound.ended.pipe(takeUntilDestroyed()).subscribe(() => this.finish());
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
    this.isLeaving.set(false);
    if (request.recording) this.startRecording(request, request.recording);
    else this.sound.start(request.scene.score, this.optionsFor(request));
    this.on.set(true);
  }

  stop(): void {
    this.following?.unsubscribe();
    this.following = undefined;
    this.asked()?.recording?.stop();
    this.sound.stop();
    this.on.set(false);
    this.now.set(null);
  }

  /** Leaves the open end that goes round, once its round is over. */
  leave(): void {
    this.isLeaving.set(true);
    this.sound.leave();
  }

  /** The pass that sounds, or is counted in. */
  current(): PlayedPass {
    const index = this.now()?.pass ?? this.lastPass;
    return { run: this.run, index, bpm: this.bpmOf(index) };
  }

  /** From the next pass on it goes at another tempo, counted in; a recording that is played once, at once. */
  goOnAt(bpm: number): void {
    const asked = this.asked();
    if (!asked || !this.on()) return;
    if (asked.recording && asked.isOnce) {
      this.changeNow(asked, bpm);
      return;
    }
    const pass = this.current().index + 1;
    if (this.bpmOf(pass) === bpm) return;
    for (const known of this.tempos.keys()) if (known >= pass) this.tempos.delete(known);
    this.tempos.set(pass, bpm);
    if (!asked.recording) this.sound.replay(pass, { slower: slowerFor(asked.scene, bpm) });
  }

  /** Another choice holds from the next pass on. */
  choose(): void {
    const asked = this.asked();
    if (!asked || !this.on() || asked.recording) return;
    const { breathes, hasOffBeats, drop } = this.optionsFor(asked);
    const pass = this.current().index + 1;
    const bpm = this.bpmOf(pass) ?? asked.bpm;
    this.sound.replay(pass, {
      breathes,
      hasOffBeats,
      slower: slowerFor(asked.scene, bpm),
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
      slower: slowerFor(scene, bpm),
      countInBars,
      breathes,
      hasOffBeats: offBeats,
      countsChange: true,
      ...(silentBars > 0 && { drop: { bars: silentBars, of: SILENT_OF } }),
      ...(isOnce && { passes: 1, openEnds: this.openEndsOf(scene) }),
    };
  }

  private openEndsOf({ openEnds }: Scene): NonNullable<StreamOptions['openEnds']> {
    return this.room.choices().waitsForCue ? openEnds : [];
  }

  private startRecording({ scene, bpm, isOnce }: PlayRequest, player: RecordingPlayer): void {
    player.start({
      barsS: scene.recordedS,
      rate: rateFor(scene, bpm),
      loops: !isOnce,
      breathes: this.room.choices().breathes,
      latencyS: (this.latency.measuredMs() ?? 0) / 1000,
    });
    this.following = player.places.subscribe((place) =>
      this.see(place && heardInRecording(place, { scene, leadS: player.leadS() })),
    );
    this.following.add(player.ended.subscribe(() => this.finish()));
  }

  /** What was played in two tempos counts in the slower one. */
  private changeNow({ scene, recording }: PlayRequest, bpm: number): void {
    recording?.setRate(rateFor(scene, bpm));
    const { index } = this.current();
    this.tempos.set(index, Math.min(bpm, this.bpmOf(index) ?? bpm));
  }

  private see(heard: HeardRun | null): void {
    if (!this.on()) return;
    this.now.set(heard);
    if (!heard) return;
    if (!heard.isOpen) this.isLeaving.set(false);
    if (heard.pass > this.lastPass) this.setRateOf(heard.pass);
    this.passTo(heard.pass);
  }

  private setRateOf(pass: number): void {
    const [asked, bpm] = [this.asked(), this.bpmOf(pass)];
    if (asked?.recording && bpm !== null) asked.recording.setRate(rateFor(asked.scene, bpm));
  }

  /** It was played once through, or cannot go on. */
  private finish(): void {
    this.passTo(this.lastPass + 1);
    this.stop();
    this.over.next();
  }

  /** However long the page was stuck, every pass that went by is told. */
  private passTo(pass: number): void {
    for (; this.lastPass < pass; this.lastPass += 1) {
      const index = this.lastPass;
      this.passed.next({ run: this.run, index, bpm: this.bpmOf(index) });
    }
  }
}

/** The tempo a stretch was recorded in, in the beats its rungs are counted in. */
export function recordedBpm({ recordedS, score, pass }: Scene): number {
  const lastsS = (recordedS.at(-1) ?? 0) - (recordedS[0] ?? 0);
  return lastsS > 0 ? (pass.writtenBpm * score.lastsS) / lastsS : pass.writtenBpm;
}

/** How much slower than written a tempo is: all tempos of a pass move alike. */
function slowerFor({ pass }: Scene, bpm: number): number {
  return pass.writtenBpm / bpm;
}

/** How fast a recording is played for a tempo; 1 is as it was recorded. */
function rateFor(scene: Scene, bpm: number): number {
  return bpm / recordedBpm(scene);
}

/** The number that is counted so many written seconds into a count-in. */
function countedAt({ clicks }: Scene['score']['countIns'][0], writtenS: number): number {
  const said = clicks.filter((one) => one.count !== null);
  const click = said.findLast(({ atS }) => atS <= writtenS + NEAR_S) ?? said[0];
  return click?.count ?? 0;
}

function heardOf({ part, intoS }: SoundPlace, { pass, score }: Scene): HeardRun {
  const intoWrittenS = intoS / part.slower;
  if (part.kind === 'count-in') {
    const count = score.countIns.find(
      ({ lasts }) => Math.abs(lasts * part.slower - part.lastsS) < NEAR_S,
    );
    const counted = count ? countedAt(count, intoWrittenS) : 0;
    return { pass: part.pass, counted, beat: null, isOpen: false };
  }
  const into = Math.min(part.fromS + intoWrittenS, score.lastsS - NEAR_S);
  const beat = beatAfter(score, pass.stretch.beats, into);
  return { pass: part.pass, counted: 0, beat, isOpen: part.isOpen };
}

/** What is heard of a recording: the bar that leads in is counted like a bar before it. */
function heardInRecording(
  { pass, atS }: RecordingPlace,
  { scene, leadS }: { readonly scene: Scene; readonly leadS: number },
): HeardRun {
  const { recordedS, score } = scene;
  const beat = beatInRecording(scene.pass.stretch.bars, recordedS, atS);
  const [countIn] = score.countIns;
  const share = leadS > 0 ? 1 - ((recordedS[0] ?? 0) - atS) / leadS : 1;
  const counted = beat === null ? countedAt(countIn, share * countIn.lasts) : 0;
  return { pass, counted, beat, isOpen: false };
}
