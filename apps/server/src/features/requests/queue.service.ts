import type { RequestQueue, SongRequest, WeighedRequest } from '@harvu/contract';
import { dayAt, parseDay, type Day } from '@harvu/core/day';
import type { OwnConstants } from '@harvu/core/constants';
import { isSameTitle } from '@harvu/core/requests';
import type { SongDocument } from '@harvu/core/song';
import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import type { Clock } from '../../platform/clock';
import type { PlansStore } from '../plans';
import type { SongsStore } from '../songs';
import type { StudentsService } from '../students';
import type { RequestsStore } from './requests.store';
import type { RequestToWeigh, Weighed } from './weigh';

export interface QueueDeps {
  readonly requests: RequestsStore;
  readonly songs: SongsStore;
  readonly plans: PlansStore;
  readonly students: StudentsService;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  readonly constants: () => Promise<OwnConstants>;
  /** Both work in a thread of their own. */
  readonly weigh: (asked: RequestToWeigh) => Promise<Weighed>;
  readonly gripNames: (song: { readonly document: SongDocument }) => Promise<readonly string[]>;
}

const MOST_KEPT = 500;

/** A song of the shelf whose title is the one asked for. */
interface OnShelf {
  readonly id: string;
  readonly title: string;
}

/** Weighs all that is asked for, and tells what is learnt meanwhile. */
export function createQueueService(deps: QueueDeps) {
  const { requests, songs, clock, timeZone, constants } = deps;
  const weighOne = createWeighing(deps);
  const chordsInWork = createChordsInWork(deps);

  return {
    async queue(): Promise<RequestQueue> {
      const today = dayAt(clock.now().toISOString(), await timeZone());
      const [all, shelf] = await Promise.all([requests.listAll(), songs.list()]);
      const here = shelf.filter(({ place }) => place !== 'deleted');
      const waiting = all.filter(({ status }) => status === 'waiting');
      const found = await Promise.all(
        withChords(waiting).map((request) => {
          const song = here.find(({ title }) => isSameTitle(title, request.title));
          return weighOne(request, song ? { id: song.id, title: song.title } : null, today);
        }),
      );
      return {
        today,
        constants: await constants(),
        waiting: found,
        answered: all.filter(({ status }) => status !== 'waiting'),
        inWork: await chordsInWork(),
      };
    },
  };
}

/** Weighs a request for whoever asks, once for each state of the song and of the student. */
function createWeighing(deps: QueueDeps) {
  const { songs, students } = deps;
  const weighed = new LRUCache<string, Weighed>({ max: MOST_KEPT });

  async function weighOnce(asked: RequestToWeigh): Promise<Weighed> {
    const key = createHash('sha1').update(JSON.stringify(asked)).digest('hex');
    const found = weighed.get(key) ?? (await deps.weigh(asked));
    weighed.set(key, found);
    return found;
  }

  async function fitOf(
    request: SongRequest,
    song: SongDocument | string,
    { songId, today }: { readonly songId: string; readonly today: Day },
  ): Promise<Weighed> {
    const { studentId, wantedBy } = request;
    const [figures, minutesByWeekday] = await Promise.all([
      students.figuresFor(studentId, songId),
      students.practisedOf(studentId),
    ]);
    return weighOnce({
      song,
      ...figures,
      practice: { minutesByWeekday, today },
      wantedOn: parseDay(wantedBy ?? '') ?? null,
    });
  }

  async function weighOne(
    request: SongRequest,
    shelf: OnShelf | null,
    today: Day,
  ): Promise<WeighedRequest> {
    const document = shelf && (await songs.find(shelf.id))?.document;
    const onShelf = document && (await fitOf(request, document, { songId: shelf.id, today }));
    if (onShelf?.fit) return { ...request, shelf, chart: 'shelf', ...onShelf };
    if (request.chords === '') return { ...request, shelf, chart: null, fit: null, grips: [] };
    const rough = await fitOf(request, request.chords, { songId: '', today });
    return { ...request, shelf, chart: rough.fit ? 'rough' : null, ...rough };
  }

  return weighOne;
}

/** Tells the chords of what is learnt in the studio now. */
function createChordsInWork({ plans, songs, gripNames }: QueueDeps) {
  const chords = new LRUCache<string, readonly string[]>({ max: MOST_KEPT });
  return async function chordsInWork(): Promise<RequestQueue['inWork']> {
    const heads = await plans.headsFor(undefined);
    const once = new Map(heads.map((head) => [`${head.songId} ${head.revision}`, head]));
    return Promise.all(
      [...once].map(async ([key, { songId, revision, title }]) => {
        const known = chords.get(key);
        if (known) return { title, grips: known };
        const document = await songs.documentOf(songId, revision);
        const grips = document ? await gripNames({ document }) : [];
        chords.set(key, grips);
        return { title, grips };
      }),
    );
  };
}

/** The chords that were pasted for one serve everybody who asks for the same song. */
function withChords(waiting: readonly SongRequest[]): readonly SongRequest[] {
  const pasted = waiting.filter(({ chords }) => chords !== '');
  return waiting.map((one) => {
    const other = pasted.find(({ title }) => isSameTitle(title, one.title));
    return { ...one, chords: one.chords || (other?.chords ?? '') };
  });
}

export type QueueService = ReturnType<typeof createQueueService>;
