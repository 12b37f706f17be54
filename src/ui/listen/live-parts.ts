import type { ReactNode } from 'react';
import type { useListened } from './use-listened';

/** What every live view of the station carries. */
export interface LiveParts {
  listened: ReturnType<typeof useListened>;
  tools: ReactNode;
  below: ReactNode;
}
