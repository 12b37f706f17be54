'use client';

import { useEffect, useRef, useState } from 'react';

/**
 * What a slow computation makes of the newest of its inputs: while one is under way only the newest that comes meanwhile waits; what is between
 * is left out. What was made last stays until the next is there, and where that says the same.
 * @param asked null where there is nothing to compute @param compute of the newest; must not change from one to the next
 */
export function useLatest<In, Out>(asked: In | null, compute: (asked: In) => Promise<Out>): Out | null {
  const [made, setMade] = useState<Out | null>(null);
  const work = useRef<{ busy: boolean; next: In | null; mounted: boolean; told: string }>({
    busy: false,
    next: null,
    mounted: true,
    told: '',
  });
  useEffect(() => {
    const own = work.current;
    own.mounted = true;
    return () => {
      own.mounted = false;
    };
  }, []);
  useEffect(() => {
    const own = work.current;
    own.next = asked;
    if (own.busy || asked === null) return;
    const go = async () => {
      own.busy = true;
      try {
        while (own.next !== null && own.mounted) {
          const now = own.next;
          own.next = null;
          const out = await compute(now);
          const told = JSON.stringify(out);
          if (!own.mounted || told === own.told) continue;
          own.told = told;
          setMade(out);
        }
      } finally {
        own.busy = false;
      }
    };
    void go();
  }, [asked, compute]);
  return asked === null ? null : made;
}
