import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { planOf } from '@/core/plan/plan';
import { asideOf } from '@/store/removed';
import { LiveStandIn } from '@/session/testing/live-stand-in';
import { now, onDemo, session, show } from '../testing/test-bench';
import { useInstrument } from '../hooks/use-session';
import { Boards } from './boards';
import { BuildList } from './build-list';
import { PartNumbers } from './part-numbers';
import { PlanReading } from './plan-reading';
import { SensorTools } from './sensor-tools';
import { Wiring } from './wiring';
import { WiringDesk } from './wiring-desk';

onDemo('wherry');

const sensor = (id: string) => now().sensors.find((s) => s.id === id)!;

/** Everything of the station that changes the plan. */
function Parts() {
  const plan = planOf(useInstrument());
  return (
    <>
      <SensorTools />
      <WiringDesk>
        {plan.boards.map((b) => (
          <Wiring key={b.board} plan={b} />
        ))}
      </WiringDesk>
      <PartNumbers />
      <Boards fits={plan.fits} />
      <BuildList steps={plan.steps} />
      <PlanReading plan={plan} />
    </>
  );
}
const open = () => show(<Parts />);

describe('wires', () => {
  it('are led by key: hold one, then the pin; what was there changes places', () => {
    open();
    fireEvent.keyDown(screen.getByRole('button', { name: 'Pin A0: Bellows · out' }), { key: 'Enter' });
    expect(screen.getByText('Lead Bellows · out to a pin; Esc lets it go.')).toBeTruthy();
    fireEvent.keyDown(screen.getByRole('button', { name: 'Lead Bellows · out to pin A1' }), { key: 'Enter' });
    expect([sensor('bellows'), sensor('thumb')].map((s) => s.lanes[0].pin)).toEqual(['A1', 'A0']);
  });
  it('are led by pointer; a pin that cannot says why and nothing changes; Escape lets go', async () => {
    open();
    const before = now();
    await userEvent.click(screen.getByRole('button', { name: 'Pin A0: Bellows · out' }));
    await userEvent.click(screen.getByRole('button', { name: /Pin 5 reads no levels/ }));
    expect(screen.getAllByRole('status')[0].textContent).toMatch(/^Pin 5 reads no levels/);
    expect(now()).toBe(before);
    await userEvent.click(screen.getByRole('button', { name: 'Hold Bellows · out' }));
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('button', { name: 'Lead Bellows · out to pin A5' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Hold Bellows · out' }));
    await userEvent.click(screen.getByRole('button', { name: 'Lead Bellows · out to pin A5' }));
    expect(sensor('bellows').lanes[0].pin).toBe('A5');
  });
});

describe('the chosen sensor', () => {
  it('is renamed, doubled, moved and removed; undo brings it back', async () => {
    open();
    const name = screen.getByRole('textbox', { name: 'Name of the sensor' });
    await userEvent.clear(name);
    await userEvent.type(name, 'Bag{Enter}');
    expect(sensor('bellows').name).toBe('Bag');
    await userEvent.click(screen.getByRole('button', { name: /^Another/ }));
    expect(
      now()
        .sensors.map((s) => s.name)
        .slice(0, 2),
    ).toEqual(['Bag', 'Bag 2']);
    await userEvent.click(screen.getByRole('button', { name: 'Move it down' }));
    expect(now().sensors.map((s) => s.name)[2]).toBe('Bag 2');
    await userEvent.click(screen.getByRole('button', { name: /^Remove/ }));
    await waitFor(() => expect(now().sensors.map((s) => s.name)).not.toContain('Bag 2'));
    expect((await asideOf('wherry')).sensors.map((s) => s.sensor.name)).toEqual(['Bag 2']);
    await act(async () => void (await session.workspace.undo()));
    expect(now().sensors.map((s) => s.name)).toContain('Bag 2');
    expect((await asideOf('wherry')).sensors).toEqual([]);
  });
  it('has the lanes that are typed, within its kind’s limits', async () => {
    session.choice.setState({ sensor: 'leaves', lane: 0 });
    open();
    const field = screen.getByRole('spinbutton', { name: 'Lanes' });
    await userEvent.clear(field);
    await userEvent.type(field, '12{Enter}');
    expect(sensor('leaves').lanes).toHaveLength(12);
    expect(screen.getAllByText(/It wants 12 touch inputs/).length).toBeGreaterThan(5);
  });
  it('shows its part’s sums, which follow what is typed', async () => {
    session.choice.setState({ sensor: 'wrist', lane: 0 });
    open();
    const part = within(screen.getByRole('region', { name: 'The part of Wrist ribbon' }));
    expect(part.getByText('pitch of a count').closest('summary')!.textContent).toContain('0.29');
    const span = part.getByRole('spinbutton', { name: 'span' });
    await userEvent.clear(span);
    await userEvent.type(span, '3{Enter}');
    expect(sensor('wrist').facts?.octaves).toBe(3);
    expect(part.getByText('pitch of a count').closest('summary')!.textContent).toContain('0.88');
    expect(part.getByRole('img', { name: /read too low.* against place/ })).toBeTruthy();
  });
});

describe('boards', () => {
  it('of other counts keep the calibrations aside; the one before brings them back', async () => {
    open();
    await userEvent.click(screen.getByRole('button', { name: /^8-bit 16 MHz board, large/ }));
    expect(now().boards[0].bits).toBe(10);
    expect([sensor('bellows').calibration, sensor('bellows').former?.bits]).toEqual([undefined, 12]);
    await userEvent.click(screen.getByRole('button', { name: /^32-bit 240 MHz board with touch/ }));
    expect(sensor('bellows').calibration).toBeTruthy();
  });
  it('take the numbers of their own sheet: a supply of 3.3 V stays 3.3, fewer pins move the wires', async () => {
    open();
    const type = async (label: RegExp, text: string) => {
      const field = screen.getByRole('spinbutton', { name: label });
      await userEvent.clear(field);
      await userEvent.type(field, `${text}{Enter}`);
    };
    await type(/: supply$/, '2.7');
    expect(now().boards[0].supplyVolts).toBe(2.7);
    await type(/: analogue pins$/, '1');
    expect(now().boards[0].pins?.analogue).toBe(1);
    expect(screen.getAllByText(/has \d+ inputs for \d+ that are wanted/)).toBeTruthy();
    await type(/^Lights/, '12');
    expect(now().lights).toEqual({ count: 12, as: 'clocked' });
    await type(/^Lights/, '0');
    expect(now().lights).toBeUndefined();
  });
  it('open the practice board anew when their sensors change, and not when only a pin does', async () => {
    open();
    const opened = () => LiveStandIn.last.sent.filter((m) => m.is === 'open').length;
    fireEvent.keyDown(screen.getByRole('button', { name: 'Pin A0: Bellows · out' }), { key: 'Enter' });
    fireEvent.keyDown(screen.getByRole('button', { name: 'Lead Bellows · out to pin A1' }), { key: 'Enter' });
    expect(opened()).toBe(1);
    await userEvent.click(screen.getByRole('button', { name: /^Another/ }));
    await waitFor(() => expect(opened()).toBe(2));
    const { sensors } = now();
    expect(session.traces).toHaveLength(sensors.flatMap((s) => s.lanes.filter((l) => l.column)).length);
    const [first, second] = LiveStandIn.last.sent.flatMap((m) => (m.is === 'open' ? [m.seed] : []));
    expect(second).toBe(first);
  });
});

describe('the build and the budgets', () => {
  it('a step is ticked off with its time and a note, and taken back', async () => {
    open();
    const step = screen.getByRole('checkbox', { name: /Lay out board and parts/ });
    await userEvent.click(step);
    expect(now().built).toMatchObject([{ step: 'first-1' }]);
    await userEvent.type(screen.getByRole('textbox', { name: 'Note' }), 'in the oak box{Enter}');
    expect(now().built).toMatchObject([{ step: 'first-1', note: 'in the oak box' }]);
    await userEvent.click(step);
    expect(now().built).toEqual([]);
  });
  it('a battery gives hours; every figure opens its formula with the numbers put in', async () => {
    open();
    expect(screen.queryByText('a battery lasts')).toBeNull();
    const field = screen.getByRole('spinbutton', { name: /^Battery/ });
    await userEvent.clear(field);
    await userEvent.type(field, '1000{Enter}');
    const hours = screen.getByText('a battery lasts').closest('details')!;
    expect(within(hours).getByText('0.8 · mAh / mA: a fifth is left in it')).toBeTruthy();
    expect(hours.textContent).toMatch(/battery = 1.000 mAh/);
    const late = screen.getByText('from gesture to sound', { selector: 'span' }).closest('details')!;
    expect(late.dataset.over).toBe('true');
  });
});
