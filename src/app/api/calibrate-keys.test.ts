import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { POST as calibrate } from '@/app/api/calibrate/route';
import { POST as prove } from '@/app/api/prove/route';
import { POST as render } from '@/app/api/render/route';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { kindOf } from '@/core/kinds/registry';
import { random } from '@/core/signal/random';
import type { Take } from '@/core/signal/take';
import { instrumentOfKeys, physicalKeys, playedKeys, takeOfKeys } from '@/core/testing/physical-keys';
import {
  instrumentOfMagnets,
  physicalMagnets,
  playedMagnets,
  takeOfMagnets,
} from '@/core/testing/physical-magnets';

const post = (body: object) =>
  new Request('http://127.0.0.1/api', {
    method: 'POST',
    headers: { host: '127.0.0.1', 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

/** Sends takes of an instrument's only sensor; then its calibration and a take to be played, on the engine and on the compiled runtime. */
async function sent(own: Instrument, takes: readonly Take[], played: Take) {
  const [{ id, kind, lanes }] = own.sensors;
  const csv = (take: Take) => writeTakeCsv(take).replace(/^#.*\n/gm, '');
  const response = await calibrate(
    post({
      board: { bits: own.boards[0].bits, supplyVolts: 3.3 },
      sensor: {
        id,
        kind,
        lanes: lanes.map(({ id: lane, column, contacts }) => ({ id: lane, column, contacts })),
      },
      takes: takes.map((take) => ({ role: take.role, csv: csv(take) })),
    }),
  );
  const body = await response.json();
  expect(response.status, JSON.stringify(body)).toBe(200);
  own.sensors[0].calibration = body.calibration;
  own.voices = kindOf(own.sensors[0]).firstVoices(own.sensors[0], 'main');
  const { events } = await (await render(post({ instrument: own, csv: csv(played) }))).json();
  const proof = await (await prove(post({ instrument: own, csv: csv(played) }))).json();
  const notes = (events as { bytes: number[] }[]).filter(({ bytes }) => bytes[0] >> 4 === 9).length;
  return { body, notes, proof };
}

const DOWN = { soft: 0.14, medium: 0.04, loud: 0.011 };

describe('keys from anywhere', () => {
  it('a keybed whose first contacts break: order, times and factors, every stroke once, the same bytes in C', async () => {
    const r = random(21);
    const bed = physicalKeys(r, 5, { rests: [true, false] });
    bed.keys[2].swapped = true;
    const takes = (['soft', 'medium', 'loud'] as const).map((role) =>
      takeOfKeys(
        r,
        bed,
        role,
        playedKeys(r, bed, 3, () => DOWN[role] * Math.exp(0.1 * r.gauss())),
      ),
    );
    const played = takeOfKeys(
      r,
      bed,
      'medium',
      playedKeys(r, bed, 4, () => 0.01 * 12 ** r.next()),
    );
    const { body, notes, proof } = await sent(instrumentOfKeys(bed), takes, played);
    expect(body.calibration).toMatchObject({ is: 'pair', order: 'break-make', law: 'log' });
    expect(body.calibration.lanes[2].swapped).toBe(true);
    expect(body.findings.map((f: { code: string }) => f.code)).toContain('contacts-swapped');
    expect(notes).toBe(20);
    expect(proof.identical).toBe(true);
  });

  it('magnet keys, one of them upside down: rest, bottom and depth of each, every stroke once, the same bytes in C', async () => {
    const r = random(22);
    const bank = physicalMagnets(r, 4);
    bank.keys[1].pole = -1;
    const takes = [
      takeOfMagnets(
        r,
        bank,
        'slow',
        playedMagnets(r, bank, 1, () => 0.9, [0.2, 0.4]),
      ),
      ...(['soft', 'loud'] as const).map((role) =>
        takeOfMagnets(
          r,
          bank,
          role,
          playedMagnets(r, bank, 3, () => DOWN[role] * Math.exp(0.1 * r.gauss())),
        ),
      ),
    ];
    const played = takeOfMagnets(
      r,
      bank,
      'medium',
      playedMagnets(r, bank, 4, () => 0.012 * 10 ** r.next()),
    );
    const { body, notes, proof } = await sent(instrumentOfMagnets(bank), takes, played);
    const [up, down] = body.calibration.lanes;
    expect([up.bottom > up.rest, down.bottom < down.rest]).toEqual([true, true]);
    expect(up.table).toHaveLength(9);
    expect(notes).toBe(16);
    expect(proof.identical).toBe(true);
  });

  it('the demonstration’s keys play and are proven', async () => {
    const instrument = JSON.parse(readFileSync('demo/sallow.json', 'utf8')) as Instrument;
    for (const take of ['sallow-keys-loud', 'sallow-magnets-medium']) {
      const csv = readFileSync(`demo/${take}.csv`, 'utf8');
      const proof = await (await prove(post({ instrument, csv }))).json();
      expect([take, proof.identical]).toEqual([take, true]);
    }
  });
});
