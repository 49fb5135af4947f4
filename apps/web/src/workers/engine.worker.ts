import { afterLoading } from './after-loading.ts';

void afterLoading(() => import('./engine-work.ts'));
