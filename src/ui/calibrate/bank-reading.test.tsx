import { act, fireEvent, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import type { BankReport } from '@/core/calibrate/report';
import type { Sensor } from '@/core/instrument/sensor';
import type { TurnsCalibration } from '@/core/ways/turns/calibration';
import { closeDemo, onDemo, openDemo, session, show } from '../testing/test-bench';
import { wordsOf } from '../ways/registry';
import { BankReading } from './bank-reading';
import { promptFor } from './prompts';

onDemo();
const sensorNow = (id: string): Sensor =>
  session.workspace.store.getState().history!.present.sensors.find((s) => s.id === id)!;
const open = (id: string, report: BankReport | null = null) =>
  show(<BankReading sensor={sensorNow(id)} report={report} act={() => {}} />);
const reportOf = (id: string, gestures: number): BankReport => ({
  ...{ is: 'bank', calibration: sensorNow(id).calibration!, findings: [], mark: null },
  readings: { lanes: [{ lane: sensorNow(id).lanes[0].id, gestures, numbers: {} }], numbers: {} },
});

describe('the reading of a bank', () => {
  it('of one lane says what was measured, and from how many gestures', async () => {
    await openDemo('sallow');
    open('wheel', reportOf('wheel', 61));
    expect(screen.getByText('Measured from').parentElement!.textContent).toBe(
      'Measured from61 pulses458 to 65 ms a pulse.',
    );
    expect(screen.queryByText('Lanes played')).toBeNull();
  });
  it('of several counts the lanes that were played', async () => {
    await openDemo('cairn');
    open('pots', reportOf('pots', 4));
    expect(document.body.textContent).toMatch(/Lanes played.*1 of 2A lane that was not played stays silent/);
  });
});

describe('what is chosen of an encoder', () => {
  const chosen = () => sensorNow('encoder').calibration as TurnsCalibration;
  it('is typed or picked, is played at once, and can be taken back', async () => {
    await openDemo('cairn');
    const user = userEvent.setup();
    const { unmount } = open('encoder');
    const steps = screen.getByLabelText('Steps from nothing to all');
    await user.clear(steps);
    await user.type(steps, '20{Enter}');
    expect(chosen()).toMatchObject({ steps: 20, ends: 'stop' });
    unmount();
    open('encoder');
    await user.selectOptions(screen.getByLabelText('Past its ends it'), 'begins anew');
    expect(chosen()).toMatchObject({ steps: 20, ends: 'wrap', lanes: [{ leads: 'first' }] });
    await act(async () => void (await session.workspace.undo()));
    await act(async () => void (await session.workspace.undo()));
    expect(chosen()).toMatchObject({ steps: 127, ends: 'stop' });
  });
  it('what lies outside its limits is refused, and what stood stays', async () => {
    await openDemo('cairn');
    open('encoder');
    const steps = screen.getByLabelText<HTMLInputElement>('Steps from nothing to all');
    const user = userEvent.setup();
    await user.clear(steps);
    await user.type(steps, '2{Enter}');
    expect(chosen().steps).toBe(127);
    fireEvent.blur(steps);
    expect(chosen().steps).toBe(127);
  });
});

describe('words', () => {
  it('of every measured sensor of the demonstrations: what was measured, and a number for each column', async () => {
    for (const name of ['wherry', 'cairn', 'sallow']) {
      await openDemo(name);
      const { sensors } = session.workspace.store.getState().history!.present;
      for (const sensor of sensors) {
        const c = sensor.calibration;
        if (!c) continue;
        const words = wordsOf(c);
        const { all, short } = words.measured(c, sensor);
        expect([sensor.id, all.length > 3, short.length > 3]).toEqual([sensor.id, true, true]);
        expect(`${all}${short}`).not.toMatch(/undefined|NaN|null/);
        for (const { id } of sensor.lanes) {
          const own = words.lane(c, id);
          if (own) expect([sensor.id, Object.keys(own)]).toEqual([sensor.id, [...words.columns]]);
        }
        for (const choice of words.choices?.(c, 1) ?? []) {
          const same = choice.is === 'number' ? choice.with(choice.value) : choice.with(choice.value);
          expect(same).toEqual(c);
        }
      }
      await closeDemo();
    }
    await openDemo('wherry');
  });
  it('ask for what each of them needs, in one instruction', async () => {
    await openDemo('sallow');
    expect(promptFor('sweep', sensorNow('wheel')).says).toBe(
      'Turn it slowly, then faster, then let it stop.',
    );
    const surface = { ...sensorNow('drone'), kind: 'touch-surface' };
    const view = (done: number) => ({ done }) as Parameters<typeof promptFor>[2];
    const asked = [0, 1, 2, 3, 4, 9].map((done) => promptFor('places', surface, view(done)).says);
    expect(asked).toEqual([
      'Touch it near its lower left corner.',
      'Touch it near its lower right corner.',
      'Touch it in its middle.',
      'Touch it near its upper left corner.',
      'Touch it near its upper right corner.',
      'Touch it near its upper right corner.',
    ]);
    const tilt = { ...sensorNow('drone'), kind: 'tilt' };
    expect(['sides', 'sweep'].map((role) => promptFor(role as 'sides', tilt).says)).toEqual([
      'Lay it still on each of its six sides.',
      'Hold it as you play. Then tilt it each way, and back.',
    ]);
  });
});
