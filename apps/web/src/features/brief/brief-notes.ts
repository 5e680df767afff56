import type { Day } from '@harvu/core/day';
import type { PlanOverview, ReadinessSummary } from '@harvu/core/standing';
import type { SinceLesson } from '@harvu/core/brief';
import { milestoneWords } from '@harvu/core/words';
import { dayWords } from '../../ui/day-label';
import type { NoteTone } from '../../ui/note';
import type { Brief } from './brief';

/** One thing to know before a lesson. */
export interface BriefNote {
  readonly key: string;
  readonly tone: NoteTone;
  readonly heading: string;
  readonly words: string;
  /** The song it is about, where it is about one. */
  readonly planId?: string;
}

const CLIMBED_SHOWN = 3;
const HALF = 0.5;

/** What there is to know before a lesson, what needs somebody first. */
export function briefNotes(brief: Brief): readonly BriefNote[] {
  return [
    ...reasonNotes(brief),
    ...checkAgainNotes(brief),
    minutesNote(brief),
    ...climbedNotes(brief),
    ...saidNotes(brief),
    ...visitNotes(brief),
    ...lastNotes(brief),
  ];
}

/** How near a song is to its night: what is still asked for before it is ready. */
export function gateWords({ gates }: ReadinessSummary): string {
  if (gates.isReady) {
    return gates.isHeard
      ? 'Ready: every part at goal, two whole runs, heard.'
      : 'Ready by own account: hear it once.';
  }
  const parts = `${gates.partsAtGoal} of ${gates.parts} parts at goal`;
  return `${parts}, ${gates.wholeRunDays} of ${gates.wholeRunDaysNeeded} whole runs.`;
}

/** It was ready, and so long ago that it has to be shown again. */
export function isFaded({ visits }: PlanOverview, today: Day): boolean {
  return visits.some(({ step, fadesOn }) => step.isWholeSong && fadesOn <= today);
}

/** Every part is at its goal, and only whole runs are wanting. */
export function isNearlyReady({ gates }: ReadinessSummary): boolean {
  return !gates.isReady && gates.parts > 0 && gates.partsAtGoal === gates.parts;
}

function reasonNotes({ attention }: Brief): readonly BriefNote[] {
  const headings = { sore: 'It hurt.', deadline: 'A date in danger.', stuck: 'Stuck.' } as const;
  return attention.reasons.flatMap((reason): readonly BriefNote[] => {
    const { kind, words, planId } = reason;
    if (kind === 'lesson' || kind === 'silent') return [];
    const heading = headings[kind];
    const tone = 'brass' as const;
    return [{ key: `${kind} ${words}`, tone, heading, words, ...(planId !== null && { planId }) }];
  });
}

/** What was changed in a song and is to be shown again. */
function checkAgainNotes({ songs }: Brief): readonly BriefNote[] {
  return songs.flatMap(({ id, title, overview: { checkAgain } }): readonly BriefNote[] =>
    checkAgain === null
      ? []
      : [
          {
            key: `again ${id}`,
            tone: 'brass',
            planId: id,
            heading: 'Check again:',
            words: `${checkAgain.names.join(', ')} of ${title}, changed on ${dayWords(checkAgain.on)}.`,
          },
        ],
  );
}

function minutesNote({ since, attention }: Brief): BriefNote {
  const [minutes, agreed] = [Math.round(since.minutes), Math.round(since.agreed)];
  const silent = attention.reasons.find(({ kind }) => kind === 'silent');
  const words = silent ? silent.words : '';
  const heading =
    agreed === 0 ? `${minutes} min practised.` : `${minutes} of ${agreed} min agreed.`;
  const isLittle = agreed > 0 && minutes < agreed * HALF;
  return { key: 'minutes', tone: isLittle ? 'brass' : 'slate', heading, words };
}

function climbedWords({ climbed }: SinceLesson): string {
  return climbed
    .slice(0, CLIMBED_SHOWN)
    .map(({ title, fromBpm, toBpm, isNewlyDone }) => {
      const from = fromBpm === null ? '' : `${fromBpm} → `;
      const to = toBpm === null ? (isNewlyDone ? 'done' : 'new') : String(toBpm);
      return `${title} ${from}${to}`;
    })
    .join(', ');
}

function climbedNotes({ since }: Brief): readonly BriefNote[] {
  const reached = since.milestones.map(({ kind, song, planId }) => ({
    key: `reached ${planId} ${kind}`,
    tone: 'spruce' as const,
    planId,
    heading: `${milestoneWords(kind)}.`,
    words: song,
  }));
  if (since.climbed.length === 0) return reached;
  const words = `${climbedWords(since)}.`;
  return [...reached, { key: 'climbed', tone: 'spruce', heading: 'Came on:', words }];
}

function saidNotes({ since, saidLast, bodyNote }: Brief): readonly BriefNote[] {
  const asked = since.said
    .filter(({ kind }) => kind === 'asks')
    .map(({ id, words, planId }) => ({
      key: id,
      tone: 'slate' as const,
      heading: 'Asks:',
      words: `“${words}”`,
      planId,
    }));
  const stuck = since.said
    .filter(({ kind, words }) => (kind === 'stuck' || kind === 'ring') && words !== '')
    .map(({ id, kind, words, on, planId }) => ({
      key: id,
      tone: 'brass' as const,
      planId,
      words: `${words}, on ${dayWords(on)}.`,
      heading: kind === 'stuck' ? 'Said: stuck.' : 'Does not ring yet.',
    }));
  const body = bodyNote
    ? [{ key: 'body', tone: 'slate' as const, heading: `${bodyNote}:`, words: 'short blocks.' }]
    : [];
  const last = saidLast
    ? [{ key: 'said', tone: 'slate' as const, heading: 'Said last:', words: `“${saidLast}”` }]
    : [];
  return [...asked, ...stuck, ...body, ...last];
}

function visitNotes({ since }: Brief): readonly BriefNote[] {
  const [first] = since.visits;
  if (!first) return [];
  const more = since.visits.length > 1 ? ` and ${since.visits.length - 1} more` : '';
  const words = `${first.step.short}${more}, played last on ${dayWords(first.lastOn)}.`;
  return [{ key: 'visits', tone: 'slate', heading: 'Due a visit:', words }];
}

function lastNotes({ last }: Brief): readonly BriefNote[] {
  const word = last?.notes?.word ?? '';
  if (!last || word === '') return [];
  return [{ key: 'last', tone: 'slate', heading: `${dayWords(last.day)}:`, words: word }];
}
