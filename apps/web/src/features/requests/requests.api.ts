import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Decline, NewRequest, SongRequest } from '@harvu/contract';
import type { Observable } from 'rxjs';

/** Asks the server about requested songs. */
@Injectable({ providedIn: 'root' })
export class RequestsApi {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly SongRequest[]> {
    return this.http.get<readonly SongRequest[]>('/api/requests');
  }

  ask(request: NewRequest): Observable<SongRequest> {
    return this.http.post<SongRequest>('/api/requests', request);
  }

  accept(id: string): Observable<SongRequest> {
    return this.http.post<SongRequest>(`/api/requests/${id}/accept`, {});
  }

  decline(id: string, decline: Decline): Observable<SongRequest> {
    return this.http.post<SongRequest>(`/api/requests/${id}/decline`, decline);
  }
}
