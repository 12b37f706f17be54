import { each, type Plain } from './plain';

/** Whether something reads the depth of magnet keys. */
const readsDepth = (source: unknown, keys: ReadonlySet<unknown>): boolean => {
  const { sensor, port } = (source ?? {}) as Plain;
  return keys.has(sensor) && port === 'depth';
};

/**
 * Documents of version 3 from before magnet keys were measured could name their depth as a level, which nothing played: voices that send
 * it, and its responses, are left out.
 */
export function withoutMagnetDepth({ sensors, voices, ...rest }: Plain): Plain {
  const keys = new Set<unknown>();
  const own = each(sensors, (sensor) => {
    if (sensor.kind !== 'magnet-keys') return sensor;
    keys.add(sensor.id);
    const { responses } = sensor;
    return Array.isArray(responses)
      ? { ...sensor, responses: responses.filter((r) => (r as Plain | null)?.port !== 'depth') }
      : sensor;
  });
  return {
    ...{ ...rest, sensors: own },
    ...(voices === undefined
      ? {}
      : {
          voices: Array.isArray(voices)
            ? voices.filter((v) => !readsDepth((v as Plain | null)?.source, keys))
            : voices,
        }),
  };
}
