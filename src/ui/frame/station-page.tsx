'use client';

import { stationNamed } from './stations';

/** A station by the name in its address. */
export function StationPage({ station }: { station: string }) {
  const own = stationNamed(station);
  if (own) return <own.Page />;
  return (
    <p style={{ padding: 20 }}>
      There is no station “{station}”. Press 0 for the run sheet, or choose one above.
    </p>
  );
}
