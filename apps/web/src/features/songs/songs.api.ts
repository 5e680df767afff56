import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  NewSong,
  Overrule,
  Overruled,
  RevisionDocument,
  RevisionSummary,
  SavedSong,
  SaveSong,
  SaveTeaching,
  Song,
  SongChange,
  SongSummary,
  SongTeaching,
} from '@harvu/contract';
import type { Observable } from 'rxjs';

/** Asks the server about songs. */
@Injectable({ providedIn: 'root' })
export class SongsApi {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly SongSummary[]> {
    return this.http.get<readonly SongSummary[]>('/api/songs');
  }

  start(song: NewSong): Observable<Song> {
    return this.http.post<Song>('/api/songs', song);
  }

  find(id: string): Observable<Song> {
    return this.http.get<Song>(`/api/songs/${id}`);
  }

  overrule(id: string, overrule: Overrule): Observable<readonly Overruled[]> {
    return this.http.post<readonly Overruled[]>(`/api/songs/${id}/overrules`, overrule);
  }

  withdrawOverrule(id: string, key: string): Observable<readonly Overruled[]> {
    return this.http.post<readonly Overruled[]>(`/api/songs/${id}/overrules/withdraw`, { key });
  }

  revisions(id: string): Observable<readonly RevisionSummary[]> {
    return this.http.get<readonly RevisionSummary[]>(`/api/songs/${id}/revisions`);
  }

  revision(id: string, number: number): Observable<RevisionDocument> {
    return this.http.get<RevisionDocument>(`/api/songs/${id}/revisions/${number}`);
  }

  /** Waits a while for a revision after one; null where none came. */
  changeAfter(id: string, revision: number): Observable<SongChange | null> {
    return this.http.get<SongChange | null>(`/api/songs/${id}/changes/${revision}`);
  }

  save(id: string, save: SaveSong): Observable<SavedSong> {
    return this.http.put<SavedSong>(`/api/songs/${id}`, save);
  }

  /** How the studio teaches a song. */
  teaching(id: string): Observable<SongTeaching> {
    return this.http.get<SongTeaching>(`/api/songs/${id}/teaching`);
  }

  saveTeaching(id: string, save: SaveTeaching): Observable<SongTeaching> {
    return this.http.put<SongTeaching>(`/api/songs/${id}/teaching`, save);
  }
}
