export { CHECKS, createFinding } from './finding';
export type { CheckCode, Finding, Remedy, Severity } from './finding';
export { findingsOf } from './findings';
export { frameFindings, keyFindings } from './frame-findings';
export { gripFindings } from './grip-findings';
export { inventoryFindings } from './inventory-findings';
export { patternFindings } from './pattern-findings';
