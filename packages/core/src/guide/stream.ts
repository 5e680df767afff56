import { addClicks, type HeardClick } from './clicks';
import { Echo } from './echo';
import { guideEvents, otherGuitar } from './events';
import { Guitar } from './guitar';
import type { GuideScore } from './score';
import type { CountIn, TimedClick } from '../timeline';

/** A stretch of a pass that goes round until one leaves it, in written seconds. */
export interface OpenEnd {
  readonly fromS: number;
  /** Where its first round ends. */
  readonly untilS: number;
  /** Where it goes on after it was left. */
  readonly thenS: number;
}

/** How a pass is played, over and over. */
export interface StreamOptions {
  /** How much slower than written: 2 is half the tempo. */
  readonly slower: number;
  /** Bars that are counted before the first pass. */
  readonly countInBars: 0 | 1 | 2;
  /** A bar is counted before every other pass, too. */
  readonly breathes: boolean;
  /** A bar is counted before the pass that is played in another way. */
  readonly countsChange?: boolean;
  readonly hasOffBeats: boolean;
  /** Of so many bars, the last few have no click. */
  readonly drop?: { readonly bars: number; readonly of: number };
  /** How often it is played; over and over by default. */
  readonly passes?: number;
  /** Open ends of the pass in their order; they go round until they are left. */
  readonly openEnds?: readonly OpenEnd[];
}

/** A stretch of the stream's time that is counted or played. */
export interface StreamPart {
  readonly kind: 'count-in' | 'pass';
  /** The pass it is, or leads into, from 0. */
  readonly pass: number;
  readonly startsS: number;
  readonly lastsS: number;
  readonly slower: number;
  /** Where in the pass it begins, in written seconds. */
  readonly fromS: number;
  /** It goes round until it is left. */
  readonly isOpen: boolean;
}

/** A piece of sound: count, click and guide apart. */
export interface StreamPiece {
  readonly part: StreamPart;
  /** In the stream's time. */
  readonly startsS: number;
  readonly count: Float32Array<ArrayBuffer>;
  readonly click: Float32Array<ArrayBuffer>;
  readonly guide: Float32Array<ArrayBuffer>;
}

/** Parts that ended so long ago are forgotten: whoever plays for an hour would keep thousands. */
const REMEMBERED_S = 30;
/** Groups slower than so many a minute are clicked through. */
const SLOW_GROUPS = 72;
const NEAR_S = 1e-6;

interface OpenPart extends StreamPart {
  readonly clicks: readonly HeardClick[];
  readonly firstSample: number;
  readonly samples: number;
  /** The guitar and its echo as they were when the part began. */
  readonly guitar: Guitar;
  readonly echo: Echo;
  readonly barsBefore: number;
  /** Where in the pass it goes on, in written seconds. */
  readonly thenS: number;
}

/** A stretch of a pass that is played without a break, in written seconds. */
interface Stretch {
  readonly fromS: number;
  readonly untilS: number;
  readonly thenS: number;
  readonly isOpen: boolean;
}

/**
 * A pass as sound without an end: the count, then pass after pass, each at its tempo, the strings ringing on
 * from one into the next. Every time is worked out from the first sample, so nothing adds up. What is not
 * taken yet can be had in another tempo from any pass on.
 *
 * @example
 * new GuideStream(scoreOf(stretchOf([]), [], { open: [], grips: [] }), { slower: 1, countInBars: 1, breathes: false, hasOffBeats: false }, 8000).next(1) // undefined
 */
export class GuideStream {
  private readonly parts: OpenPart[] = [];
  private guitar: Guitar;
  private echo: Echo;
  private taken = 0;
  /** The pass from which it is played in another way. */
  private changedAt = -1;
  /** Open ends before this place of the pass were left, in written seconds. */
  private leftUntilS = 0;

  constructor(
    private readonly score: GuideScore,
    private options: StreamOptions,
    private readonly sampleRate: number,
  ) {
    this.guitar = new Guitar(sampleRate, 7);
    this.echo = this.echoNow();
  }

  /** Takes the next piece, of at most so many seconds, within one part; undefined once all is played. */
  next(seconds: number): StreamPiece | undefined {
    const part = this.partNow();
    if (!part) return undefined;
    const left = part.firstSample + part.samples - this.taken;
    const count = Math.max(1, Math.min(Math.round(seconds * this.sampleRate), left));
    const startsS = this.taken / this.sampleRate;
    const at = { atS: startsS, sampleRate: this.sampleRate };
    const clicks = new Float32Array(count);
    addClicks(clicks, part.clicks, at);
    const silence = new Float32Array(count);
    const guide = new Float32Array(count);
    this.guitar.take(guide);
    this.echo.addTo(guide);
    this.taken += count;
    const isCount = part.kind === 'count-in';
    return {
      part: shown(part),
      startsS,
      guide,
      count: isCount ? clicks : silence,
      click: isCount ? silence : clicks,
    };
  }

  /** Plays on in another way from a pass on, as if it had not been taken; nothing for one not begun yet. */
  replay(pass: number, changed: Partial<StreamOptions>): void {
    this.options = { ...this.options, ...changed };
    this.changedAt = pass;
    this.dropFrom(this.parts.findIndex((one) => one.pass === pass));
  }

  /** Leaves the open end that began at a time of the stream, once the round begun then is over. */
  leave(startsS: number): void {
    const index = this.parts.findIndex((one) => one.startsS === startsS);
    const round = this.parts[index];
    if (!round?.isOpen) return;
    this.leftUntilS = round.thenS;
    this.dropFrom(index + 1);
  }

  /** Lets the strings ring on into what is left. */
  ringOut(out: Float32Array): void {
    this.guitar.take(out);
    this.echo.addTo(out);
  }

  /** Takes parts back, as if they had not been taken. */
  private dropFrom(index: number): void {
    const part = this.parts[index];
    if (!part) return;
    this.parts.splice(index);
    this.guitar = part.guitar.copy();
    this.echo = part.echo.copy();
    this.taken = part.firstSample;
  }

  /** What is heard now; begins the next part where the last is over. */
  private partNow(): OpenPart | undefined {
    const last = this.parts.at(-1);
    if (last && this.taken < last.firstSample + last.samples) return last;
    const next = this.partAfter(last);
    if (next) this.parts.push(next);
    this.forgetOld();
    return next;
  }

  /** What sounded long ago is not asked for again. */
  private forgetOld(): void {
    const old = this.taken - REMEMBERED_S * this.sampleRate;
    const kept = this.parts.findIndex((one) => one.firstSample + one.samples >= old);
    if (kept > 0) this.parts.splice(0, kept);
  }

  private partAfter(last: OpenPart | undefined): OpenPart | undefined {
    if (this.score.lastsS <= 0) return undefined;
    if (!last) return this.begun(0);
    if (last.kind === 'count-in') return this.fromStart(last.pass);
    const further = this.stretchAfter(last);
    return further ? this.played(last.pass, further) : this.begun(last.pass + 1, last);
  }

  /** Begins a pass, with its count where one is counted; undefined once all are played. */
  private begun(pass: number, last?: OpenPart): OpenPart | undefined {
    const { passes = Infinity, countInBars } = this.options;
    if (pass >= passes) return undefined;
    const [oneBar, twoBars] = this.score.countIns;
    const countIn = !last && countInBars === 2 ? twoBars : oneBar;
    const isCounted = this.isCounted(pass, last) && countIn.clicks.length > 0;
    return isCounted ? this.counted(pass, countIn) : this.fromStart(pass);
  }

  private fromStart(pass: number): OpenPart {
    this.leftUntilS = 0;
    return this.played(pass, this.stretchFrom(0));
  }

  /** What comes in the same pass: the open end once more, or what is behind it; undefined at its end. */
  private stretchAfter({ isOpen, thenS, fromS }: OpenPart): Stretch | undefined {
    const goesRound = isOpen && this.leftUntilS < thenS;
    const next = goesRound ? fromS : thenS;
    return next < this.score.lastsS - NEAR_S ? this.stretchFrom(next) : undefined;
  }

  private stretchFrom(fromS: number): Stretch {
    const { openEnds = [] } = this.options;
    const { lastsS } = this.score;
    const next = openEnds.find((one) => one.fromS >= fromS - NEAR_S);
    if (!next) return { fromS, untilS: lastsS, thenS: lastsS, isOpen: false };
    if (next.fromS <= fromS + NEAR_S) return { ...next, isOpen: true };
    return { fromS, untilS: next.fromS, thenS: next.fromS, isOpen: false };
  }

  /** Whether a bar is counted before a pass: at the start, where it breathes, where the tempo is new. */
  private isCounted(pass: number, last: OpenPart | undefined): boolean {
    const { countInBars, breathes, countsChange } = this.options;
    if (!last) return countInBars > 0;
    return breathes || (countsChange === true && pass === this.changedAt);
  }

  private counted(pass: number, { clicks, lasts }: CountIn): OpenPart {
    const whole = { fromS: 0, untilS: lasts, thenS: 0, isOpen: false };
    return this.open({ kind: 'count-in', pass, stretch: whole }, clicks);
  }

  private played(pass: number, stretch: Stretch): OpenPart {
    const { score, options } = this;
    const { slower, hasOffBeats } = options;
    const clicks = [...score.clicks, ...(hasOffBeats ? score.offBeats : [])];
    const part = this.open({ kind: 'pass', pass, stretch }, clicks);
    if (this.echo.lengthS !== this.echoNow().lengthS) this.echo = this.echoNow();
    const fromS = stretch.fromS * slower;
    const untilS = stretch.untilS * slower;
    const isLast = stretch.untilS >= score.lastsS;
    const events = [
      ...guideEvents(score.strokes, score.setup, { slower, silencesS: score.silencesS }),
      ...otherGuitar(guideEvents(score.beside ?? [], score.setup, { slower })),
    ];
    this.guitar.clear();
    this.guitar.put(
      events
        .filter(({ atS }) => atS >= fromS - NEAR_S && (isLast || atS < untilS - NEAR_S))
        .map((event) => moved(event, part.startsS - fromS)),
    );
    return part;
  }

  private open(
    { kind, pass, stretch }: Pick<StreamPart, 'kind' | 'pass'> & { readonly stretch: Stretch },
    clicks: readonly TimedClick[],
  ): OpenPart {
    const { slower } = this.options;
    const { fromS, untilS, thenS, isOpen } = stretch;
    const last = this.parts.at(-1);
    // Where a part begins is worked out in seconds, so that no rounding adds up over many passes.
    const startsS = last ? last.startsS + last.lastsS : 0;
    const lastsS = (untilS - fromS) * slower;
    const firstSample = Math.round(startsS * this.sampleRate);
    const samples = Math.round((startsS + lastsS) * this.sampleRate) - firstSample;
    const barsBefore = last ? last.barsBefore + this.barsIn(last) : 0;
    const heard = clicks
      .filter(({ atS }) => atS >= fromS - NEAR_S && atS < untilS - NEAR_S)
      .filter((one) => kind !== 'pass' || this.isHeard(one, { fromS, barsBefore }))
      .map(({ atS, weight }) => ({ atS: startsS + (atS - fromS) * slower, weight }));
    return {
      kind,
      pass,
      startsS,
      lastsS,
      slower,
      fromS,
      isOpen,
      thenS,
      firstSample,
      samples,
      barsBefore,
      clicks: this.withoutInner(heard),
      guitar: this.guitar.copy(),
      echo: this.echo.copy(),
    };
  }

  /** The echo of the song in the tempo of now. */
  private echoNow(): Echo {
    return new Echo(this.sampleRate, (this.score.echoS ?? 0) * this.options.slower);
  }

  /** Bars of the pass that were played in a part. */
  private barsIn({ kind, fromS, lastsS, slower }: OpenPart): number {
    if (kind !== 'pass') return 0;
    const untilS = fromS + lastsS / slower;
    return this.score.barsS.filter((one) => one >= fromS - NEAR_S && one < untilS - NEAR_S).length;
  }

  /** Whether the click is on in the bar it stands in. */
  private isHeard(
    { atS }: TimedClick,
    { fromS, barsBefore }: { readonly fromS: number; readonly barsBefore: number },
  ): boolean {
    const { drop } = this.options;
    if (!drop) return true;
    const bars = this.score.barsS.filter((one) => one >= fromS - NEAR_S && one <= atS + NEAR_S);
    return (barsBefore + bars.length - 1) % drop.of < drop.of - drop.bars;
  }

  /** Inside a group it is clicked only where groups are far apart, or where it is asked for. */
  private withoutInner(clicks: readonly HeardClick[]): readonly HeardClick[] {
    const groups = clicks.filter(({ weight }) => weight === 'bar' || weight === 'group');
    const [first, second] = groups;
    const gap = first && second ? second.atS - first.atS : 60;
    const isThrough = this.options.hasOffBeats || 60 / gap < SLOW_GROUPS;
    return isThrough ? clicks : clicks.filter(({ weight }) => weight !== 'inner');
  }
}

function shown({ kind, pass, startsS, lastsS, slower, fromS, isOpen }: OpenPart): StreamPart {
  return { kind, pass, startsS, lastsS, slower, fromS, isOpen };
}

/** An event at another time of the clock. */
function moved<Event extends ReturnType<typeof guideEvents>[number]>(
  event: Event,
  byS: number,
): Event {
  const at = { ...event, atS: event.atS + byS };
  if (event.kind === 'hit') return at;
  return {
    ...at,
    ...(event.ways && {
      ways: event.ways.map((way) => ({
        ...way,
        fromS: way.fromS + byS,
        untilS: way.untilS + byS,
      })),
    }),
    ...(event.vibrato && {
      vibrato: { fromS: event.vibrato.fromS + byS, untilS: event.vibrato.untilS + byS },
    }),
  };
}
