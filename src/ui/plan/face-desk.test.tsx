import { act, fireEvent, screen, within } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { placesOf, placeKey } from '@/core/plan/face/places';
import { now, onDemo, session, show } from '../testing/test-bench';
import { FaceDesk } from './face-desk';
import { SensorTools } from './sensor-tools';

onDemo('wherry');
beforeEach(() => {
  show(
    <>
      <SensorTools />
      <FaceDesk />
    </>,
  );
});

const boxOf = (key: string) => placesOf(now()).find((place) => placeKey(place) === key)!.box;
const desk = () => within(screen.getByRole('region', { name: 'Face' }));
const grip = (name: string) => desk().getByRole('button', { name });

describe('the face', () => {
  it('moves what is chosen by keys, and leaves the order of sensors alone', () => {
    const [before, other] = [boxOf('leaves 1'), boxOf('leaves 0')];
    const order = now().sensors.map(({ id }) => id);
    fireEvent.click(grip('Leaves E4'));
    fireEvent.keyDown(grip('Leaves E4'), { key: 'ArrowDown', code: 'ArrowDown', shiftKey: true });
    fireEvent.keyDown(grip('Leaves E4'), { key: 'ArrowRight', code: 'ArrowRight' });
    expect(boxOf('leaves 1')).toEqual({ ...before, x: before.x + 1, y: before.y + 10 });
    expect(boxOf('leaves 0')).toEqual(other);
    expect(now().sensors.map(({ id }) => id)).toEqual(order);
  });
  it('chooses the whole bank of a sensor, then one place, then more; the next by Page Down', () => {
    const pressed = () => desk().getAllByRole('button', { pressed: true }).length;
    act(() => session.choice.setState({ sensor: 'leaves', lane: 0 }));
    expect(pressed()).toBe(10);
    fireEvent.click(grip('Leaves E4'));
    expect(pressed()).toBe(1);
    fireEvent.click(grip('Bellows'), { shiftKey: true });
    fireEvent.click(grip('Leaves A4'), { shiftKey: true });
    expect(pressed()).toBe(3);
    fireEvent.click(desk().getByRole('button', { name: 'In a row' }));
    expect(new Set(['bellows 0', 'leaves 1', 'leaves 3'].map((key) => boxOf(key).y)).size).toBe(1);
    fireEvent.keyDown(grip('Leaves E4'), { key: 'PageDown' });
    expect(document.activeElement).toBe(grip('Leaves F♯4'));
    expect(pressed()).toBe(1);
  });
  it('takes typed numbers, and lays all out anew', async () => {
    const usual = boxOf('thumb 0');
    fireEvent.click(grip('Thumb pad'));
    const width = desk().getByRole('spinbutton', { name: 'wide, mm' });
    fireEvent.change(width, { target: { value: '22.5' } });
    fireEvent.blur(width);
    await screen.findByDisplayValue('22.5');
    expect(boxOf('thumb 0').width).toBe(22.5);
    fireEvent.click(desk().getByRole('button', { name: 'Lay out anew' }));
    expect(boxOf('thumb 0')).toEqual(usual);
  });
});
