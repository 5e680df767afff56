import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  NewSong,
  Overrule,
  Overruled,
  SavedSong,
  SaveSong,
  Song,
  SongSummary,
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

  save(id: string, save: SaveSong): Observable<SavedSong> {
    return this.http.put<SavedSong>(`/api/songs/${id}`, save);
  }
}
