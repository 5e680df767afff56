import { inject, Injectable } from '@angular/core';
import type { OwnPassword } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about one's own account. */
@Injectable({ providedIn: 'root' })
export class AccountApi {
  private readonly api = inject(Api);

  readonly changePassword = (password: OwnPassword) =>
    this.api.call('changePassword', {}, password);
  readonly confirm = (password: string) => this.api.call('confirm', {}, { password });
  readonly sessions = () => this.api.call('sessions');
  readonly endSession = (id: string) => this.api.call('endSession', { id });
  readonly endOthers = () => this.api.call('endOtherSessions');
  readonly calendar = () => this.api.call('calendar');
  readonly makeCalendar = (hasPractice: boolean) =>
    this.api.call('makeCalendar', {}, { hasPractice });
  readonly endCalendar = () => this.api.call('endCalendar');
  readonly startFactor = () => this.api.call('startFactor');
  readonly takeFactor = (code: string) => this.api.call('takeFactor', {}, { code });
  readonly dropFactor = () => this.api.call('dropFactor');
}
