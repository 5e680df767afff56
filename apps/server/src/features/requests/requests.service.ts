import type { Accept, Decline, NewRequest, Person, SongRequest } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import type { Tx } from '../../platform/database';
import { conflict, missing, notAllowed } from '../../platform/errors';
import type { SongsService } from '../songs';
import type { Answer, RequestsStore } from './requests.store';

export interface RequestsDeps {
  readonly requests: RequestsStore;
  readonly songs: SongsService;
  readonly clock: Clock;
  readonly inTransaction: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>;
}

export const WAITING = { status: 'waiting', reason: '', songId: null, chords: '' } as const;

/** Takes requests from students and lets a teacher answer each once. */
export function createRequestsService({ requests, songs, clock, inTransaction }: RequestsDeps) {
  async function find(id: string): Promise<SongRequest> {
    const request = await requests.find(id);
    if (!request) throw missing('request');
    return request;
  }

  async function answer(id: string, given: Answer, tx: Tx): Promise<void> {
    if (await requests.answer(id, given, tx)) return;
    throw conflict('This request has been answered already.', 'Reload the list to see the answer.');
  }

  /** Whoever asked for the same song is told the same; one of them answered meanwhile stays as it is. */
  async function answerAll(ids: readonly string[], given: Answer, tx: Tx): Promise<void> {
    for (const id of new Set(ids)) await requests.answer(id, given, tx);
  }

  return {
    async list(person: Person): Promise<readonly SongRequest[]> {
      if (isTeaching(person)) return requests.listAll();
      // What a teacher keeps beside a request is theirs.
      return (await requests.listOf(person.id)).map((one) => ({ ...one, chords: '' }));
    },
    async ask(request: NewRequest, student: Person): Promise<SongRequest> {
      if (student.role !== 'student') {
        throw notAllowed('Only a student requests a song.', 'Start a song of your own from Songs.');
      }
      const id = clock.newId();
      const askedAt = clock.now().toISOString();
      await requests.add({
        ...request,
        wantedBy: request.wantedBy ?? null,
        id,
        studentId: student.id,
        ...WAITING,
        askedAt,
      });
      return find(id);
    },
    async accept(id: string, { alsoIds, songId }: Accept, teacher: Person): Promise<SongRequest> {
      const { title, playedBy, chords } = await find(id);
      if (songId !== null) await songs.mustBeThere(songId);
      const document = chords === '' ? {} : { document: readChart(chords).song };
      await inTransaction(async (tx) => {
        const own = songId ?? (await songs.startIn(tx, { title, playedBy, ...document }, teacher));
        const given = { status: 'accepted', reason: '', songId: own } as const;
        await answer(id, given, tx);
        await answerAll(alsoIds, given, tx);
      });
      return find(id);
    },
    async decline(id: string, { reason, alsoIds }: Decline): Promise<SongRequest> {
      await find(id);
      await inTransaction(async (tx) => {
        const given = { status: 'declined', reason, songId: null } as const;
        await answer(id, given, tx);
        await answerAll(alsoIds, given, tx);
      });
      return find(id);
    },
    async saveChords(id: string, chords: string): Promise<void> {
      await find(id);
      await requests.saveChords(id, chords);
    },
  };
}

export type RequestsService = ReturnType<typeof createRequestsService>;
