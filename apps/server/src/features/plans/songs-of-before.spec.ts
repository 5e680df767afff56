import type { NewEvent, Overview, PlanSummary, RevisionDocument, Song } from '@harvu/contract';
import { readChart, writeChart } from '@harvu/core/chart';
import { withCommand } from '@harvu/core/edits';
import { linesOf, type Section, type SongDocument } from '@harvu/core/song';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';
const CHART = `${FRAME}pattern d 4/4: D D D D\n[Verse] pattern d\n| G | D | Em | C |\n| G | D | Em | D |\n[Bridge] pattern d\n| Am | C |\n| Am | D |\n`;

/** A song as it was stored before bars were kept in lines. */
function ofBefore(song: SongDocument): SongDocument {
  const sections = song.sections.map((section) => ({
    ...section,
    bars: section.bars.map(({ line: _line, ...bar }) => bar),
  }));
  return { ...song, sections };
}

const idsIn = ({ sections }: SongDocument): readonly string[] =>
  sections.flatMap(({ id, bars }) => [id, ...bars.map((bar) => bar.id)]);

describe('a song that was stored before its bars were kept in lines', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let songId: string;
  const before = ofBefore(readChart(CHART).song);
  const verse = before.sections[0]?.id ?? '';
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    const made = await owner.send<Song>('POST', '/api/songs', { title: 'Old', playedBy: '' });
    songId = made.body.id;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 1, document: before });
    await assign(2);
    const plans = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    const plan = plans.find((one) => one.songId === songId)?.id ?? '';
    const aTry = (at: number): NewEvent => ({
      id: randomUUID(),
      kind: 'try',
      stepId: `section:${verse}:full`,
      at: new Date(studio.now.getTime() - at * 60_000).toISOString(),
      day: '2026-11-24',
      revision: 2,
      bpm: 92,
      clean: true,
      passes: 1,
      seconds: 30,
    });
    const events = [aTry(3), aTry(2), aTry(1)];
    await bram.send('POST', `/api/plans/${plan}/events`, { events });
  });
  afterAll(() => studio.close());

  const assign = (revision: number) =>
    owner.send('POST', `/api/songs/${songId}/assign`, {
      revision,
      studentIds: [bram.person.id],
    });
  const heldBy = async (): Promise<readonly (number | null)[]> => {
    const { songs } = (await bram.get<Overview>('/api/overview')).body;
    const song = songs.find((one) => one.songId === songId);
    return (song?.overview.blocks ?? []).map(({ cleanBpm }) => cleanBpm);
  };

  it('is read as it is, and cut by its first edit, every id and all that was played staying', async () => {
    const { document } = (await owner.get<Song>(`/api/songs/${songId}`)).body;
    expect(document).toEqual(before);
    expect(await heldBy()).toEqual([92, null]);
    const text = writeChart(document).replace('| Am | C | Am | D |', '| Am | C | Am | E |');
    const edited = withCommand(document, { kind: 'write-chart', text });
    const saved = await owner.send('PUT', `/api/songs/${songId}`, {
      baseRevision: 2,
      document: edited,
    });
    expect(saved.status).toBe(200);
    const lines = (section: Section | undefined): readonly number[] =>
      linesOf(section?.bars ?? []).map((line) => line.length);
    expect(edited.sections.map(lines)).toEqual([[8], [4]]);
    expect(edited.sections.every(({ bars }) => bars[0]?.line)).toBeTrue();
    expect(idsIn(edited)).toEqual(idsIn(before));
    await assign(3);
    expect(await heldBy()).toEqual([92, null]);
  });

  it('stays in the history as it was', async () => {
    const path = `/api/songs/${songId}/revisions/2`;
    const { document: kept } = (await owner.get<RevisionDocument>(path)).body;
    expect(kept).toEqual(before);
  });
});
