'use client';

import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { StationId } from './stations';

const waiting = () => <p style={{ padding: 20 }}>Opening…</p>;

/** A station is loaded when it is first opened, so that no page carries the charts of another. */
const PAGES: Record<StationId, ComponentType> = {
  plan: dynamic(() => import('../plan/plan').then((m) => m.Plan), { loading: waiting }),
  listen: dynamic(() => import('../listen/listen').then((m) => m.Listen), { loading: waiting }),
  calibrate: dynamic(() => import('../calibrate/calibrate').then((m) => m.Calibrate), { loading: waiting }),
  shape: dynamic(() => import('../shape/shape').then((m) => m.Shape), { loading: waiting }),
  voice: dynamic(() => import('../voice/voice').then((m) => m.VoiceStation), { loading: waiting }),
  prove: dynamic(() => import('../prove/prove').then((m) => m.Prove), { loading: waiting }),
  load: dynamic(() => import('../load/load').then((m) => m.Load), { loading: waiting }),
  log: dynamic(() => import('../log/log').then((m) => m.Log), { loading: waiting }),
};

export function StationPage({ station }: { station: StationId }) {
  const Page = PAGES[station];
  return <Page />;
}
