import type { Sensor } from '@/core/instrument/sensor';
import type { Choice } from '@/session/choice';

type Addressed = Pick<Choice, 'sensor' | 'lane' | 'look'>;

/** What the page's address says is chosen; null where it names no sensor of these. */
export function addressed(sensors: readonly Sensor[], search = location.search): Addressed | null {
  const params = new URLSearchParams(search);
  const own = sensors.find((s) => s.id === params.get('sensor'));
  if (!own) return null;
  const lane = Number(params.get('lane') ?? 0);
  return { sensor: own.id, lane: own.lanes[lane] ? lane : 0, look: params.get('look') };
}

/** The address of what is chosen, after the page's own. */
export function addressOf({ sensor, lane, look }: Addressed): string {
  const params = new URLSearchParams({ sensor });
  if (lane > 0) params.set('lane', String(lane));
  if (look !== null) params.set('look', look);
  return `?${params}`;
}
