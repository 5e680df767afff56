export { CHECKS, createFinding } from './finding';
export type { Cause, CheckCode, Finding, FindingPlace, Remedy, Severity } from './finding';
export { findingsOf } from './findings';
export { unreadIn } from './chart-findings';
export type { Unread } from './chart-findings';
export { sameFindings } from './same-findings';
export { stepFindings } from './step-findings';
