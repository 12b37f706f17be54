import type { ReactNode } from 'react';
import type { useHeard } from './use-heard';

/** What every live view of the station carries. */
export interface LiveParts {
  heard: ReturnType<typeof useHeard>;
  tools: ReactNode;
  below: ReactNode;
}
