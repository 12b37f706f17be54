import { act, screen } from '@testing-library/react';
import { beforeEach, expect, it, vi } from 'vitest';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { computedKey } from '@/workers/live-protocol';
import { onDemo, openDemo, session, show } from '../testing/test-bench';
import { Listen } from './listen';

vi.mock('next/link', () => ({ default: ({ children }: { children: React.ReactNode }) => <a>{children}</a> }));

onDemo();
const open = async (name: string, sensor: string, lane = 0) => {
  await openDemo(name);
  session.choice.setState({ sensor, lane });
  show(<Listen />);
};
beforeEach(() => vi.useRealTimers());
const computed = (columns: number, shares: Record<string, number>, closed: boolean[] = []) =>
  act(() => LiveStandIn.last.says(tickOf(columns, { tUs: 20_000, computed: shares, closed })));
/** What a reading of this label shows: its number and its sentence. */
const reading = (label: string): string => screen.getByText(label).parentElement!.textContent!;

it('a ribbon tells where it is touched, and whether, computed from its counts', async () => {
  await open('wherry', 'wrist');
  computed(16, { [computedKey('wrist', 0, 'place')]: 0.62, [computedKey('wrist', 0, 'touch')]: 1 });
  expect(reading('Place')).toBe('Place62 %Where it is touched, computed from the counts of wrist.');
  expect(reading('Touch')).toContain('yes');
  computed(16, { [computedKey('wrist', 0, 'place')]: 0.62, [computedKey('wrist', 0, 'touch')]: 0 });
  expect(reading('Touch')).toContain('no');
});

it('a tilt tells of each axis what it stands for, from all three; the third stands for none', async () => {
  await open('wherry', 'tilt', 1);
  computed(16, { [computedKey('tilt', 1, 'roll')]: -0.4, [computedKey('tilt', 0, 'pitch')]: 0.1 });
  expect(reading('Roll')).toMatch(/^Roll−40 %.*computed from the counts of tilt_x, tilt_y, tilt_z\.$/);
  expect(screen.queryByText('Pitch')).toBeNull();
  expect(screen.getByRole('img', { name: /of roll of Tilt, in percent/ })).toBeTruthy();
  expect(session.computed[computedKey('tilt', 1, 'roll')].low[0]).toBeCloseTo(-40);
  act(() => session.choice.setState({ sensor: 'tilt', lane: 2 }));
  expect(screen.queryByText('Roll')).toBeNull();
});

it('an encoder tells what it is turned to beside its two contacts, in its own verb', async () => {
  await open('cairn', 'encoder');
  computed(14, { [computedKey('encoder', 0, 'turn')]: 0.25 }, [true, false]);
  expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Only the first is closed.');
  expect(screen.getByText('Turn encoder and let go.')).toBeTruthy();
  expect(reading('encoder_a')).toContain('closed');
  expect(reading('Turn')).toBe(
    'Turn25 %What it is turned to, computed from the edges of encoder_a, encoder_b.',
  );
});

it('a sensor that computes nothing has no such reading', async () => {
  await open('wherry', 'thumb');
  computed(16, {});
  expect(screen.queryByText(/computed from/)).toBeNull();
});
