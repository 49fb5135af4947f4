import { afterLoading } from './after-loading.ts';

void afterLoading(() => import('./painter-work.ts'));
