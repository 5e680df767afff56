import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { KnownStudent, SaveProfile } from '@harvu/contract';
import type { Observable } from 'rxjs';

/** Asks the server what is known of students. */
@Injectable({ providedIn: 'root' })
export class StudentsApi {
  private readonly http = inject(HttpClient);

  find(id: string): Observable<KnownStudent> {
    return this.http.get<KnownStudent>(`/api/students/${id}`);
  }

  save(id: string, save: SaveProfile): Observable<KnownStudent> {
    return this.http.put<KnownStudent>(`/api/students/${id}`, save);
  }
}
