import { addClicks, type HeardClick } from './clicks';
import { guideEvents } from './events';
import { Guitar } from './guitar';
import type { GuideScore } from './score';
import type { CountIn, TimedClick } from '../timeline';

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
}

/** A stretch of the stream's time that is counted or played. */
export interface StreamPart {
  readonly kind: 'count-in' | 'pass';
  /** The pass it is, or leads into, from 0. */
  readonly pass: number;
  readonly startsS: number;
  readonly lastsS: number;
  readonly slower: number;
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

interface OpenPart extends StreamPart {
  readonly clicks: readonly HeardClick[];
  readonly firstSample: number;
  readonly samples: number;
  /** The guitar as it was when the part began. */
  readonly guitar: Guitar;
  readonly barsBefore: number;
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
  private taken = 0;
  /** The pass from which it is played in another way. */
  private changedAt = -1;

  constructor(
    private readonly score: GuideScore,
    private options: StreamOptions,
    private readonly sampleRate: number,
  ) {
    this.guitar = new Guitar(sampleRate, 7);
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
    this.taken += count;
    const isCount = part.kind === 'count-in';
    return {
      ...{ part: shown(part), startsS, guide },
      ...{ count: isCount ? clicks : silence, click: isCount ? silence : clicks },
    };
  }

  /** Plays on in another way from a pass on, as if it had not been taken; nothing for one not begun yet. */
  replay(pass: number, changed: Partial<StreamOptions>): void {
    this.options = { ...this.options, ...changed };
    this.changedAt = pass;
    const index = this.parts.findIndex((one) => one.pass === pass);
    const part = this.parts[index];
    if (!part) return;
    this.parts.splice(index);
    this.guitar = part.guitar.copy();
    this.taken = part.firstSample;
  }

  /** Lets the strings ring on into what is left. */
  ringOut(out: Float32Array): void {
    this.guitar.take(out);
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
    const { passes = Infinity } = this.options;
    const pass = last ? last.pass + (last.kind === 'pass' ? 1 : 0) : 0;
    if (pass >= passes || this.score.lastsS <= 0) return undefined;
    const [oneBar, twoBars] = this.score.countIns;
    const countIn = !last && this.options.countInBars === 2 ? twoBars : oneBar;
    const isCounted = this.isCounted(pass, last) && countIn.clicks.length > 0;
    return isCounted ? this.counted(pass, countIn) : this.played(pass);
  }

  /** Whether a bar is counted before a pass: at the start, where it breathes, where the tempo is new. */
  private isCounted(pass: number, last: OpenPart | undefined): boolean {
    const { countInBars, breathes, countsChange } = this.options;
    if (!last) return countInBars > 0;
    return last.kind === 'pass' && (breathes || (countsChange === true && pass === this.changedAt));
  }

  private counted(pass: number, { clicks, lasts }: CountIn): OpenPart {
    return this.open({ kind: 'count-in', pass, lastsS: lasts * this.options.slower }, clicks);
  }

  private played(pass: number): OpenPart {
    const { score, options } = this;
    const { slower, hasOffBeats } = options;
    const lastsS = score.lastsS * slower;
    const clicks = [...score.clicks, ...(hasOffBeats ? score.offBeats : [])];
    const part = this.open({ kind: 'pass', pass, lastsS }, clicks);
    this.guitar.clear();
    this.guitar.put(
      guideEvents(score.strokes, score.setup, { slower, silencesS: score.silencesS }).map((event) =>
        moved(event, part.startsS),
      ),
    );
    return part;
  }

  private open(
    { kind, pass, lastsS }: Pick<StreamPart, 'kind' | 'pass' | 'lastsS'>,
    clicks: readonly TimedClick[],
  ): OpenPart {
    const { slower } = this.options;
    const last = this.parts.at(-1);
    // Where a part begins is worked out in seconds, so that no rounding adds up over many passes.
    const startsS = last ? last.startsS + last.lastsS : 0;
    const firstSample = Math.round(startsS * this.sampleRate);
    const samples = Math.round((startsS + lastsS) * this.sampleRate) - firstSample;
    const isPass = kind === 'pass';
    const barsBefore =
      (last?.barsBefore ?? 0) + (last?.kind === 'pass' ? this.score.barsS.length : 0);
    const heard = clicks
      .filter((one) => !isPass || this.isHeard(one, barsBefore))
      .map(({ atS, weight }) => ({ atS: startsS + atS * slower, weight }));
    return {
      ...{ kind, pass, startsS, lastsS, slower, firstSample, samples, barsBefore },
      ...{ clicks: this.withoutInner(heard), guitar: this.guitar.copy() },
    };
  }

  /** Whether the click is on in the bar it stands in. */
  private isHeard({ atS }: TimedClick, barsBefore: number): boolean {
    const { drop } = this.options;
    if (!drop) return true;
    const bar = this.score.barsS.findLastIndex((one) => one <= atS + 1e-6);
    return (barsBefore + bar) % drop.of < drop.of - drop.bars;
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

function shown({ kind, pass, startsS, lastsS, slower }: OpenPart): StreamPart {
  return { kind, pass, startsS, lastsS, slower };
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
