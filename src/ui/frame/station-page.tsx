'use client';

import { notFound } from 'next/navigation';
import { stationNamed } from './stations';

/** A station by the name in its address. */
export function StationPage({ station }: { station: string }) {
  const own = stationNamed(station);
  if (!own) notFound();
  return <own.Page />;
}
