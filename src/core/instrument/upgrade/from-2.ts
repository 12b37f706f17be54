import { each, isPlain, type Plain } from './plain';

/**
 * Version 2 had one level a sensor, its thresholds as counts: it becomes a bank of one lane, with distances from the
 * whole-count rest.
 */
export function fromVersion2(old: Plain): object {
  return { ...old, version: 3, sensors: each(old.sensors, sensorFrom2) };
}

/** A sensor likewise, with a calibration that it keeps for another board. */
export function sensorFrom2(sensor: Plain): Plain {
  const { calibration, former } = sensor;
  const [lane] = Array.isArray(sensor.lanes) ? (sensor.lanes as unknown[]) : [];
  const id = isPlain(lane) ? lane.id : undefined;
  return {
    ...sensor,
    ...(isPlain(calibration) ? { calibration: calibrationFrom2(calibration, id) } : {}),
    ...(isPlain(former) && isPlain(former.calibration)
      ? { former: { ...former, calibration: calibrationFrom2(former.calibration, id) } }
      : {}),
  };
}

const isThere = (value: unknown): boolean => value !== undefined && value !== null;

/** Polarity followed from which side of rest "on" lay, and dead zones reached to "on", where they were left out. */
function calibrationFrom2(c: Plain, lane: unknown): Plain {
  if (c.is !== 'level') return c;
  const { rest, noise, reach, on, off, onDown, offDown, deadZone, attack, ...shared } = c;
  const whole = Math.round(Number(rest));
  const polarity = shared.polarity ?? (Number(on) < whole ? 'falling' : 'rising');
  const sign = polarity === 'falling' ? -1 : 1;
  const reaches = isPlain(reach) ? reach : {};
  const deads = isPlain(deadZone) ? deadZone : {};
  const side = (way: number, counts: { on: unknown; off: unknown; reach: unknown; dead: unknown }) => {
    // What is missing is named by the check.
    const distance = (count: unknown) => (isThere(count) ? Math.round(way * (Number(count) - whole)) : NaN);
    return {
      reach: distance(counts.reach),
      dead: isThere(counts.dead) ? Math.round(Number(counts.dead)) : distance(counts.on),
      on: distance(counts.on),
      off: distance(counts.off),
    };
  };
  const down = [reaches.down, onDown, offDown].some(isThere);
  const downDead = deads.down ?? deads.up;
  return {
    ...shared,
    polarity,
    lanes: [
      {
        ...{ lane, rest, noise },
        up: side(sign, { on, off, reach: reaches.up, dead: deads.up }),
        down: down ? side(-sign, { on: onDown, off: offDown, reach: reaches.down, dead: downDead }) : null,
        ...(isThere(attack) ? { attack } : {}),
      },
    ],
  };
}
