'use client';

import dynamic from 'next/dynamic';
import { useChoice } from '../hooks/use-session';

/** Fetched when it is opened first. */
const OpenGlance = dynamic(() => import('./open-glance').then((m) => m.OpenGlance), { ssr: false });

/** The glance view, while it is open. */
export function Glance() {
  return useChoice((c) => c.glance) ? <OpenGlance /> : null;
}
