import { afterLoading } from './after-loading.ts';

void afterLoading(() => import('./sheet-work.ts'));
