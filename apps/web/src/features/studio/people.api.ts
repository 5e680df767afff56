import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Consent, NewPerson, PersonRecord } from '@harvu/contract';
import type { Observable } from 'rxjs';

/** Asks the server about the people of the studio. */
@Injectable({ providedIn: 'root' })
export class PeopleApi {
  private readonly http = inject(HttpClient);

  list(): Observable<readonly PersonRecord[]> {
    return this.http.get<readonly PersonRecord[]>('/api/people');
  }

  add(person: NewPerson): Observable<PersonRecord> {
    return this.http.post<PersonRecord>('/api/people', person);
  }

  resetPassword(id: string, password: string): Observable<unknown> {
    return this.http.post(`/api/people/${id}/password`, { password });
  }

  recordConsent(id: string, consent: Consent): Observable<unknown> {
    return this.http.post(`/api/people/${id}/consent`, consent);
  }
}
