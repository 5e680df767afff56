export { createAddRequests } from './add-requests.service';
export { serveRequests } from './requests.routes';
export { createRequestsService } from './requests.service';
export { createRequestsStore } from './requests.store';
export { createQueueService } from './queue.service';
export type { QueueDeps } from './queue.service';
export type { RequestsDeps } from './requests.service';
