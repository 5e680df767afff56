export { fitFor } from './fit';
export type { Fit, FitOptions, FitVerdict, SlowestChange } from './fit';
export { fitTold } from './fit-told';
export type { FitTold } from './fit-told';
export { leadingTo, queueOf } from './queue';
export type { LeadingSong, QueueEntry, QueueOptions, QueueReason, Wish } from './queue';
export type { Stop } from './stops';
