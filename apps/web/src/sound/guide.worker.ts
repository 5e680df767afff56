import { expose, transfer } from 'comlink';
import { GuidePlayer, type GuideRequest } from './guide-player';

const player = new GuidePlayer();

expose({
  begin: (run: number, request: GuideRequest) => player.begin(run, request),
  next: (run: number, seconds: number) => {
    const piece = player.next(run, seconds);
    if (!piece) return undefined;
    const { count, click, guide } = piece;
    return transfer(piece, [count.buffer, click.buffer, guide.buffer]);
  },
  leave: (...asked: Parameters<GuidePlayer['leave']>) => player.leave(...asked),
  replay: (...asked: Parameters<GuidePlayer['replay']>) => player.replay(...asked),
});
