export { bestOrder, orderCost, stageChange } from './evening';
export type { EveningItem, OrderCost, StageChange } from './evening';
