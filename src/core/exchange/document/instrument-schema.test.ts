import { readFileSync } from 'node:fs';
import Ajv2020 from 'ajv/dist/2020';
import { describe, expect, it } from 'vitest';
import { randomInstrument } from '@/core/testing/random-instruments';
import { instrumentSchema } from './instrument-schema';
import published from '../../instrument/instrument.schema.json';

const demo = () => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const broken = (change: (d: ReturnType<typeof demo>) => void) => {
  const document = demo();
  change(document);
  return document;
};

describe('the published JSON Schema', () => {
  const accepts = new Ajv2020({ strict: false, validateFormats: false }).compile(published);
  it('is the one that the document’s classes give', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(instrumentSchema())));
  });
  it('takes what the validator takes, and refuses what it refuses, as an independent validator reads it', () => {
    expect(accepts(demo()), JSON.stringify(accepts.errors)).toBe(true);
    for (let seed = 1; seed <= 60; seed++)
      expect(
        accepts(JSON.parse(JSON.stringify(randomInstrument(seed)))),
        JSON.stringify(accepts.errors),
      ).toBe(true);
    for (const change of [
      (d: ReturnType<typeof demo>) => delete d.name,
      (d: ReturnType<typeof demo>) => (d.boards[0].bits = 7),
      (d: ReturnType<typeof demo>) => (d.zones[0].channel = 17),
      (d: ReturnType<typeof demo>) => (d.sensors[0].extra = true),
    ])
      expect(accepts(broken(change))).toBe(false);
  });
});
