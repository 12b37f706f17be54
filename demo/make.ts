/** Makes the demonstration data from a seed: `npm run demo-data`. The same seed gives the same files. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { countAt } from '@/core/ways/level/lane-level';
import { levelOf } from '@/core/ways/registry';
import type { LevelReport } from '@/core/ways/level/report';
import { fullAttack } from '@/core/ways/level/full-attack';
import { writeInstrument } from '@/core/exchange/document/instrument-json';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import { boardOf, withResponse } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { withFirstVoices } from '@/core/kinds/first-voices';
import { kindOf } from '@/core/kinds/registry';
import { workingsOf } from '@/core/kinds/workings-registry';
import { DEFAULT_DYNAMICS } from '@/core/shape/dynamics';
import { proposeResponse } from '@/core/shape/propose';
import { measuringTakes } from './guided';
import { cairn, sallow, wherry, wherryVoices } from './instruments';

const SEED = 20261118;
const MEASURED_AT = '2026-11-18T16:41:00.000Z';
const folder = path.dirname(process.argv[1]);

/** Measures every sensor of an instrument on the practice board, and writes its takes. */
function measured(instrument: Instrument): Instrument {
  const sensors = instrument.sensors.map((sensor) => {
    const takes = measuringTakes(instrument, sensor, SEED).map((t) => ({
      ...t,
      id: `${instrument.id}-${t.id}`,
    }));
    for (const take of takes) {
      const notes = { take: take.id, role: take.role, sensor: sensor.id, seed: String(SEED) };
      writeFileSync(path.join(folder, `${take.id}.csv`), writeTakeCsv(take, notes));
    }
    const report = workingsOf(sensor).calibrate({ board: boardOf(instrument, sensor), sensor, takes });
    if (!report.ok) throw new Error(`${sensor.id}: ${report.faults[0].says}`);
    const { calibration, readings, findings } = report.value;
    console.log(
      sensor.id,
      calibration,
      readings,
      findings.map((f) => `${f.severity} ${f.code}: ${f.says}`),
    );
    const mark = report.value.mark ?? undefined;
    const done = { ...sensor, calibration: { ...calibration, measuredAt: MEASURED_AT }, mark };
    return report.value.is === 'level' ? shaped(done, report.value) : done;
  });
  return { ...instrument, sensors };
}

/** A level with the response that lands its dynamics where they are usually wanted. */
function shaped(sensor: Instrument['sensors'][0], { lanes: [{ readings }] }: LevelReport) {
  const { soft, medium, loud } = readings.dynamics;
  const response = proposeResponse({ soft: soft!, medium: medium!, loud: loud! }, DEFAULT_DYNAMICS);
  const [port] = Object.entries(kindOf(sensor).ports).find(([, p]) => p.carries === 'level')!;
  return withResponse(sensor, port, response);
}

const bellows = measured(wherry());
const level = levelOf(bellows.sensors[0])!;
bellows.voices = wherryVoices(bellows, fullAttack(level, 10));
bellows.voices = bellows.sensors.reduce((own, sensor) => withFirstVoices(own, sensor), bellows).voices;
bellows.log.push(
  { at: '2026-11-12T18:20:00.000Z', says: 'gauge moved to a side branch, tube 8 mm' },
  {
    at: MEASURED_AT,
    says: `bellows measured: on ${countAt(level, level.up.on)}, reach ${countAt(level, level.up.reach)}`,
  },
);
writeFileSync(path.join(folder, 'wherry.json'), writeInstrument(bellows));

const stones = measured(cairn());
stones.voices = stones.sensors.reduce((own, sensor) => withFirstVoices(own, sensor), stones).voices;
stones.log.push({ at: MEASURED_AT, says: 'stones measured' });
writeFileSync(path.join(folder, 'cairn.json'), writeInstrument(stones));

const wheel = measured(sallow());
wheel.voices = wheel.sensors.reduce((own, sensor) => withFirstVoices(own, sensor), wheel).voices;
writeFileSync(path.join(folder, 'sallow.json'), writeInstrument(wheel));
