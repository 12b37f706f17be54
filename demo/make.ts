/** Makes the demonstration data from a seed: `npm run demo-data`. The same seed gives the same files. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { calibrateLevel } from '@/core/calibrate/level';
import { gestureMark } from '@/core/calibrate/mark';
import { writeInstrument } from '@/core/exchange/instrument-json';
import { writeTakeCsv } from '@/core/exchange/take-csv';
import { breathVoices } from '@/core/calibrate/first-voices';
import { newInstrument } from '@/core/instrument/create';
import { DEFAULT_DYNAMICS, proposeResponse } from '@/core/shape/dynamics';
import { PRACTICE_GAUGE } from '@/board/practice';
import { guidedTakes } from './guided';

const SEED = 20261118;
const folder = path.dirname(process.argv[1]);

const takes = guidedTakes('bellows', SEED).map((t) => ({ ...t, id: `wherry-${t.id}` }));
const report = calibrateLevel({ bits: 12, sensor: 'bellows', takes });
if (!report.ok) throw new Error(report.faults[0].says);
const { calibration, readings, played, findings } = report.value;
const { soft, medium, loud } = readings.dynamics;

const wherry = newInstrument('wherry', 'Wherry', '2026-11-11T10:02:00.000Z');
wherry.about = 'lap bellows';
wherry.sensors = [
  {
    id: 'bellows',
    name: 'Bellows',
    kind: 'breath-gauge',
    channel: 'bellows',
    pin: 'A0',
    verb: 'push',
    gauge: { ...PRACTICE_GAUGE },
    calibration: { ...calibration, measuredAt: '2026-11-18T16:41:00.000Z' },
    response: proposeResponse({ soft: soft!, medium: medium!, loud: loud! }, DEFAULT_DYNAMICS),
    mark: gestureMark(played.find((t) => t.role === 'medium')!)!,
  },
];
wherry.voices = breathVoices('bellows', calibration);
wherry.log.push(
  { at: '2026-11-12T18:20:00.000Z', says: 'gauge moved to a side branch, tube 8 mm' },
  {
    at: '2026-11-18T16:41:00.000Z',
    says: `bellows measured: on ${calibration.on}, reach ${calibration.reach.up}`,
  },
);

writeFileSync(path.join(folder, 'wherry.json'), writeInstrument(wherry));
for (const take of takes)
  writeFileSync(
    path.join(folder, `wherry-bellows-${take.role}.csv`),
    writeTakeCsv(take, { take: take.id, role: take.role, sensor: 'bellows', bits: '12', seed: String(SEED) }),
  );
for (const t of played)
  console.log(t.role, t.gestures.length, 'gestures,', t.counts.length, 'frames, rest', t.restHere);
console.log(
  calibration,
  readings,
  findings.map((f) => `${f.severity} ${f.code}: ${f.says}`),
);
