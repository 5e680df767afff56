import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { OwnConstants } from '@harvu/core/assumptions';
import type { Observable } from 'rxjs';

/** Asks the server which constants the studio has set to values of its own. */
@Injectable({ providedIn: 'root' })
export class ConstantsApi {
  private readonly http = inject(HttpClient);

  find(): Observable<OwnConstants> {
    return this.http.get<OwnConstants>('/api/constants');
  }

  save(constants: OwnConstants): Observable<OwnConstants> {
    return this.http.put<OwnConstants>('/api/constants', constants);
  }
}
