import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { addBlock } from '@/core/engine/blocks/registry';
import { addPart } from '@/core/engine/layout';
import { run } from '@/core/engine/run';
import { addVelocityMember } from '@/core/engine/voices/velocity';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { encodeProgram } from '@/core/exchange/firmware/harness';
import { playOperations } from '@/core/exchange/firmware/play-operations';
import type { Instrument } from '@/core/instrument/document';
import type { Velocity } from '@/core/instrument/voices';
import { bankNotes, instrumentOf, touchPads } from '@/core/testing/bank-instruments';
import { DIAL_PARTS, dialBlock, dialled } from '@/core/testing/tiny-stage/block';
import { dialledVelocity } from '@/core/testing/tiny-stage/velocity';
import { addVelocity, velocityOffers, velocityStage, type VelocityStage } from '@/core/stages/velocity';
import { runtimeWith } from './runtime-with';

for (const [name, part] of Object.entries(DIAL_PARTS)) addPart(name, part);
addBlock(dialBlock);
addVelocityMember(dialled);
// A member of the tests is none of the product's union.
addVelocity(dialledVelocity as unknown as VelocityStage);

it('a velocity that is one folder, made known, is kept, offered, played and proven, and hears bytes that come in', async () => {
  const pads = touchPads([60, 62]);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  const offer = velocityOffers(instrument, pads).find(({ key }) => key === 'dialled')!;
  Object.assign(instrument.voices[0], { velocity: offer.makes });
  const plain = (): Instrument => JSON.parse(JSON.stringify(instrument));
  expect(checkInstrument(plain())).toEqual({ ok: true, value: plain() });
  expect(velocityStage(offer.makes as Velocity).key(offer.makes)).toBe('dialled');

  // Touched every tenth frame; between the third touch and the fourth a byte on its port, and one on another.
  const n = 200;
  const touched = (i: number) => (i >= 80 && i % 20 < 10 ? 400 : 300);
  const take = {
    channels: ['p0', 'p1'],
    tUs: Float64Array.from({ length: n }, (_, i) => i * 1000),
    counts: Uint16Array.from({ length: 2 * n }, (_, i) => (i % 2 === 0 ? touched(i >> 1) : 300)),
    bytes: {
      tUs: Float64Array.of(135_500, 135_600),
      port: Uint8Array.of(1, 0),
      byte: Uint8Array.of(42, 99),
    },
  };
  const image = compile(instrument);
  const loud = run(image, take).flatMap(({ bytes }) => ((bytes[0] & 0xf0) === 0x90 ? [bytes[2]] : []));
  expect(loud).toEqual([100, 100, 100, 42, 42, 42]);
  const host = await runtimeWith('src/core/testing/tiny-stage/cheironom_dial.h');
  expect(await host.play(encodeProgram(image, take))).toEqual(playOperations(image, take));
});
