import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, expect, it } from 'vitest';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { allColumns } from '@/core/instrument/access';
import { LiveStandIn, tickOf } from '@/session/testing/live-stand-in';
import { now, onDemo, show } from '../testing/test-bench';
import { Lights } from './lights';
import { Scenes } from './scenes';

onDemo('cairn');
beforeEach(() => {
  show(
    <>
      <Scenes />
      <Lights />
    </>,
  );
});

it('two scenes, a voice taken out of one, a stone that selects the other while another is held; which plays is marked', async () => {
  await userEvent.click(screen.getByRole('button', { name: 'Two scenes' }));
  await userEvent.click(screen.getByRole('checkbox', { name: 'Stones: notes in Scene 2' }));
  expect(now().voices.find(({ id }) => id === 'stones-notes' || id.startsWith('stones'))!.scenes).toEqual([
    'scene-1',
  ]);
  // It would live nowhere.
  expect(screen.getByRole('checkbox', { name: 'Stones: notes in Scene 1' }).hasAttribute('disabled')).toBe(
    true,
  );
  expect(screen.getByText('Nothing selects a scene yet: Scene 1 plays for good.')).toBeTruthy();
  await userEvent.click(screen.getByRole('button', { name: /^Select a scene by/ }));
  await userEvent.selectOptions(screen.getByLabelText('Gate'), 'when a pad is struck: Stones D3');
  await userEvent.selectOptions(screen.getByLabelText('What it does'), 'Scene 2');
  await userEvent.selectOptions(screen.getByLabelText('Another guard'), 'when a pad is struck: Stones A4');
  const [first, , , , , , , , last] = now().sensors.find(({ id }) => id === 'stones')!.lanes;
  expect(now().selectors).toEqual([
    {
      gate: { sensor: 'stones', port: 'hit', lane: first.id },
      scene: 'scene-2',
      guards: [{ sensor: 'stones', port: 'hit', lane: last.id }],
    },
  ]);
  expect(screen.getByText('Nothing leads out of Scene 2.')).toBeTruthy();
  act(() => LiveStandIn.last.says(tickOf(allColumns(now()).length, { scenes: [1] })));
  const heads = screen.getAllByRole('columnheader');
  expect(heads.map((head) => head.dataset.plays)).toEqual([undefined, 'false', 'true']);
  await userEvent.selectOptions(within(heads[2]).getByLabelText(/^Held notes/), 'held notes end');
  expect(now().scenes[1].ends).toBe(true);
  await userEvent.click(screen.getByRole('button', { name: 'Remove Scene 2' }));
  expect([now().scenes, now().selectors]).toEqual([[], []]);
});

it('a sensor is shown on lights, which the board then has pins for; what is lit is seen', async () => {
  await userEvent.click(screen.getByRole('button', { name: 'Show Stones on 8 lights' }));
  expect(now().lights).toMatchObject({ count: 8, as: 'clocked' });
  expect(now().lights!.pins).toHaveLength(2);
  const voice = now().voices.at(-1)!;
  expect(voice).toMatchObject({ is: 'light', shows: 'fade', lights: [1, 8] });
  expect(checkInstrument(JSON.parse(JSON.stringify(now()))).ok).toBe(true);
  const lights = Uint8Array.from({ length: 24 }, (_, i) => (i < 9 ? 200 : 0));
  act(() => LiveStandIn.last.says(tickOf(allColumns(now()).length, { lights })));
  expect(screen.getByRole('img', { name: 'Lights: 3 of 8 lit' })).toBeTruthy();
});
