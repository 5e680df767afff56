import { spine } from './0001-spine';
import type { Migration } from './migration';

/** Every migration, oldest first. */
export const MIGRATIONS: readonly Migration[] = [spine];
