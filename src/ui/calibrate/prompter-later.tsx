'use client';

import dynamic from 'next/dynamic';

/** Loaded with the first guided take: looking at what was measured needs none of it. */
export const Prompter = dynamic(() => import('./prompter').then((m) => m.Prompter), { ssr: false });
