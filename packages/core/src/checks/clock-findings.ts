import { clockMarks, songClock, type MarkedSection } from '../recording';
import { timelineOf } from '../timeline';
import type { SongDocument } from '../song';
import { formatClock, seconds } from '../units';
import { createFinding, type Finding } from './finding';

/** Slower or faster than this from the first bar to the last is told. */
const DRIFT_PERCENT = 3;
/** The tempo of the marks may differ from the stated one by so much. */
const TEMPO_SHARE = 0.02;

/**
 * Finds where the bars disagree with the marks on the recording's clock. Empty without marks.
 *
 * @example
 * clockFindings(EMPTY_SONG) // []
 */
export function clockFindings(song: SongDocument): readonly Finding[] {
  const timeline = timelineOf(song);
  const marks = clockMarks(song, timeline);
  if (marks.length < 2) return [];
  const fit = songClock(song, timeline);
  if (!fit) {
    const wrong = marks.find((one, index) => one.startsAtS <= (marks[index - 1]?.startsAtS ?? -1));
    const message = 'Its mark is not after the one before it. Mark it again.';
    if (!wrong) return [];
    const place = { kind: 'section', id: wrong.section } as const;
    const cause = ['order', wrong.startsAtS];
    return [createFinding('clock', { place, cause, at: wrong.name, message })];
  }
  const lengths = fit.residuals.flatMap(({ missingBars }, index) => {
    const [before, at] = [marks[index - 1], marks[index]];
    return missingBars !== 0 && before && at ? [lengthFinding(before, at, missingBars)] : [];
  });
  return [...lengths, ...tempoFindings(song, fit)];
}

function barsWords(count: number): string {
  const size = Math.abs(count);
  return `${size} ${size === 1 ? 'bar' : 'bars'}`;
}

function lengthFinding(before: MarkedSection, at: MarkedSection, missingBars: number): Finding {
  const has = missingBars > 0 ? 'lacks' : 'has too many:';
  const clock = `${formatClock(seconds(before.startsAtS))} to ${formatClock(seconds(at.startsAtS))}`;
  const message = `From ${clock} the recording ${missingBars > 0 ? 'is longer' : 'is shorter'}: it ${has} ${barsWords(missingBars)} here. Listen again, or move the mark.`;
  return createFinding('clock', {
    place: { kind: 'section', id: before.section },
    at: before.name,
    message,
    cause: ['bars', missingBars],
  });
}

function tempoFindings(
  { frame }: SongDocument,
  { bpm, driftPercent }: { readonly bpm: number; readonly driftPercent: number },
): readonly Finding[] {
  const found: Finding[] = [];
  if (frame.tempo !== undefined && Math.abs(bpm / frame.tempo - 1) > TEMPO_SHARE) {
    const text = String(Math.round(bpm));
    found.push(
      createFinding('clock', {
        place: { kind: 'frame' },
        cause: ['tempo', frame.tempo, Math.round(bpm)],
        message: `The marks run at ${bpm.toFixed(1)} bpm; ${frame.tempo} is stated.`,
        remedies: [
          { label: `Set ${text} bpm`, commands: [{ kind: 'set-frame', field: 'tempo', text }] },
        ],
      }),
    );
  }
  if (Math.abs(driftPercent) > DRIFT_PERCENT) {
    const size = Math.abs(driftPercent).toFixed(1);
    const message = `The recording gets ${size} % ${driftPercent > 0 ? 'faster' : 'slower'} from its beginning to its end.`;
    const cause = ['drift', driftPercent > 0 ? 'faster' : 'slower'];
    found.push(createFinding('clock', { place: { kind: 'frame' }, cause, message }));
  }
  return found;
}
