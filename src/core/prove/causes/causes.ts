import type { Finding } from '../../findings/finding';
import type { Instrument } from '../../instrument/document';
import { laneWord } from '../../instrument/lane-word';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import { counted } from '../../units/counted';
import { gateSet } from '../../ways/gate-set';
import { ERROR_NAMES, type ErrorKind } from '../errors';
import type { Moment } from '../judge';
import type { Proved } from '../proved';
import type { Case, Why } from './case';
import { freezeFindings } from './freezes';
import { lateFinding } from './late';
import { whyDoubled } from './doubled';
import { whyMissed } from './missed';
import { overlapFindings } from './overlaps';
import { whyPassing } from './passing';
import { whyPhantom } from './phantom';
import { whyStuck } from './stuck';
import { wireFinding } from './wire-full';
import { whyWrong } from './wrong';

const WHY: Record<ErrorKind, (own: Case) => Why> = {
  missed: whyMissed,
  phantom: whyPhantom,
  doubled: whyDoubled,
  stuck: whyStuck,
  passing: whyPassing,
  wrong: whyWrong,
};

/** What was counted, told with where, why, and what can be tried. @param take its id, for evidence */
export function causesOf(instrument: Instrument, take: Frames, proved: Proved, takeId: string): Finding[] {
  const groups = new Map<string, Moment[]>();
  for (const moment of proved.moments) {
    const key = JSON.stringify([moment.is, moment.sensor, moment.lane]);
    groups.set(key, [...(groups.get(key) ?? []), moment]);
  }
  const counts = [...groups.values()].flatMap((moments): Finding[] => {
    const [{ is, sensor: id, lane, fromUs, toUs }] = moments;
    const sensor = instrument.sensors.find((s) => s.id === id);
    if (!sensor) return [];
    const own = { instrument, sensor, lane, gate: gateSet(sensor, lane), take, proved, moments };
    const { causes, cures } = WHY[is](own);
    return [
      {
        ...{ code: is, severity: is === 'passing' ? ('doubt' as const) : ('fault' as const), sensor: id },
        ...(lane === null ? {} : { lane }),
        evidence: { take: takeId, fromUs, toUs },
        says: `${counted(moments.length, ERROR_NAMES[is])}${whereWords(sensor, lane)}.`,
        ...{ causes, cures },
      },
    ];
  });
  return [
    ...counts,
    ...proved.sensors.flatMap((own) => lateFinding(instrument, take, own) ?? []),
    ...proved.wires.flatMap((wire) => wireFinding(instrument, proved, wire, takeId) ?? []),
    ...freezeFindings(proved, takeId),
    ...overlapFindings(proved),
  ];
}

const whereWords = (sensor: Sensor, lane: string | null): string => {
  const place = sensor.lanes.findIndex(({ id }) => id === lane);
  return sensor.lanes.length > 1 && place >= 0
    ? ` on ${sensor.name}, ${laneWord(sensor, place)}`
    : ` on ${sensor.name}`;
};
