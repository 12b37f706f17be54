import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Instrument } from '../../instrument/document';
import { findKind, kindIds } from '../../kinds/registry';
import { newSensor } from '../../kinds/new-sensor';
import { random } from '../../signal/random';
import type { Box } from './box';
import { panelSheet, panelTiles, tilesOf } from './panel-sheet';
import { outlineOf, placesOf } from './places';
import { apart, collisionsOf, faceWords } from './touching';

const demo = (name: string): Instrument => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const parsed = (text: string) => {
  const page = new DOMParser().parseFromString(text, 'image/svg+xml');
  expect(page.querySelector('parsererror')).toBeNull();
  return page.documentElement;
};

describe('the panel sheet', () => {
  it('is as large as the face in mm, with a hole at the middle of each part and a ruler of 100 mm', () => {
    for (const instrument of ['wherry', 'cairn', 'sallow'].map(demo)) {
      const places = placesOf(instrument);
      const { width } = outlineOf(instrument, places);
      const svg = parsed(panelSheet(instrument));
      expect(parseFloat(svg.getAttribute('width')!)).toBeCloseTo(width, 1);
      // A unit of the drawing is a millimetre of paper.
      const [, , across, down] = svg.getAttribute('viewBox')!.split(' ').map(Number);
      expect([`${across}mm`, `${down}mm`]).toEqual([svg.getAttribute('width'), svg.getAttribute('height')]);
      const drilled = [...svg.querySelectorAll('circle')].map((c) => [
        Number(c.getAttribute('cx')),
        Number(c.getAttribute('cy')),
      ]);
      for (const { box, sensor } of places) {
        const { hole } = findKind(sensor.kind)!.face;
        const is = drilled.some(([x, y]) => Math.hypot(x - box.x, y - box.y) < 0.02);
        expect(is, sensor.name).toBe(hole !== 'cut' && typeof hole !== 'object');
        // The tail of a strip goes through near its end.
        if (typeof hole === 'object')
          expect(drilled.some(([x]) => Math.abs(x - (box.x - box.width / 2 + 8)) < 0.02)).toBe(true);
      }
      expect(panelSheet(instrument)).toContain('h 100 ');
    }
  });
  it('knows the hole of every kind, and takes no name for markup', () => {
    const sensors = kindIds().map((id) => newSensor(findKind(id)!, id, '<b>&', 'board', 1));
    const text = panelSheet({ ...demo('wherry'), sensors: [sensors[0], ...sensors.slice(1)] });
    expect(parsed(text).querySelectorAll('b')).toHaveLength(0);
    // A tube of 8 mm goes into a hole of 7 (maker's handbook 4.3).
    expect(findKind('breath-gauge')!.face.hole).toBe(7);
  });
  it('in tiles covers all of it, neighbours sharing a strip of 10 mm, each at true size', () => {
    for (const [width, height] of [
      [100, 100],
      [180, 257],
      [500, 300],
      [900, 700],
    ]) {
      const tiles = tilesOf({ width, height });
      for (let x = 0; x <= width; x += width / 37)
        for (let y = 0; y <= height; y += height / 41)
          expect(tiles.some((t) => x >= t.x && x <= t.x + t.width && y >= t.y && y <= t.y + t.height)).toBe(
            true,
          );
      const columns = [...new Set(tiles.map((t) => t.x))];
      columns.slice(1).forEach((x, i) => expect(columns[i] + tiles[0].width - x).toBe(10));
    }
    const pages = new DOMParser().parseFromString(panelTiles(demo('sallow')), 'text/html');
    for (const svg of pages.querySelectorAll('svg')) expect(svg.getAttribute('width')).toBe('180mm');
  });
});

describe('what collides on a face', () => {
  /** Whether any point of one box, of a fine net, lies in the other. */
  const overlap = (a: Box, b: Box): boolean => {
    const inside = (box: Box, x: number, y: number) => {
      const angle = (-box.turn * Math.PI) / 180;
      const [dx, dy] = [x - box.x, y - box.y];
      const [u, v] = [
        dx * Math.cos(angle) - dy * Math.sin(angle),
        dx * Math.sin(angle) + dy * Math.cos(angle),
      ];
      return Math.abs(u) <= box.width / 2 && Math.abs(v) <= box.height / 2;
    };
    for (let x = 0; x <= 100; x += 0.5)
      for (let y = 0; y <= 100; y += 0.5) if (inside(a, x, y) && inside(b, x, y)) return true;
    return false;
  };
  it('is what a net of points finds, over turned boxes', () => {
    const r = random(4);
    const box = (): Box => ({
      x: r.between(20, 80),
      y: r.between(20, 80),
      width: r.between(5, 40),
      height: r.between(5, 40),
      turn: r.between(-90, 90),
    });
    for (let i = 0; i < 60; i++) {
      const [a, b] = [box(), box()];
      const mm = apart(a, b);
      // The net is half a millimetre wide.
      if (Math.abs(mm) > 0.7) expect(overlap(a, b), `${i}: ${mm}`).toBe(mm < 0);
    }
  });
  it('is told by name with how much, and how far a bank lies; the demonstrations collide nowhere', () => {
    for (const name of ['wherry', 'cairn', 'sallow']) expect(collisionsOf(placesOf(demo(name)))).toEqual([]);
    const wherry = demo('wherry');
    wherry.sensors[1].lanes.forEach((lane, i) => (lane.at = { x: 20 + 30 * i, y: 30 }));
    wherry.sensors[1].lanes[1].at = { x: 24, y: 30 };
    const words = faceWords(placesOf(wherry));
    expect(words[0]).toMatch(/^Leaves .* and Leaves .* lie over each other by 10\.0 mm\.$/);
    expect(words.at(-1)).toMatch(/^Leaves lies over 270 mm: one hand spans/);
  });
});
