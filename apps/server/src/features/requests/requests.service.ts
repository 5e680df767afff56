import type { NewRequest, Person, SongRequest } from '@harvu/contract';
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

  return {
    list: (person: Person) =>
      isTeaching(person) ? requests.listAll() : requests.listOf(person.id),
    async ask(request: NewRequest, student: Person): Promise<SongRequest> {
      if (student.role !== 'student') {
        throw notAllowed('Only a student requests a song.', 'Start a song of your own from Songs.');
      }
      const id = clock.newId();
      const fresh = { status: 'waiting' as const, reason: '', songId: null };
      const askedAt = clock.now().toISOString();
      await requests.add({
        ...request,
        wantedBy: request.wantedBy ?? null,
        id,
        studentId: student.id,
        ...fresh,
        askedAt,
      });
      return find(id);
    },
    async accept(id: string, teacher: Person): Promise<SongRequest> {
      const { title, playedBy } = await find(id);
      await inTransaction(async (tx) => {
        const songId = await songs.startIn(tx, { title, playedBy }, teacher);
        await answer(id, { status: 'accepted', reason: '', songId }, tx);
      });
      return find(id);
    },
    async decline(id: string, reason: string): Promise<SongRequest> {
      await find(id);
      await inTransaction((tx) => answer(id, { status: 'declined', reason, songId: null }, tx));
      return find(id);
    },
  };
}

export type RequestsService = ReturnType<typeof createRequestsService>;
