import { afterLoading } from './after-loading.ts';

void afterLoading(() => import('./picture-work.ts'));
