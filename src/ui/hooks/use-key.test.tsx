import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { useKey, useSymbolKey } from './use-key';

const heard: string[] = [];
afterEach(() => {
  cleanup();
  heard.length = 0;
});

function Bench() {
  useKey('h', () => heard.push('h'));
  useKey('left', () => heard.push('left'));
  useKey('space', () => heard.push('space'));
  useKey('escape', () => heard.push('escape'), { enableOnFormTags: true });
  useSymbolKey(['+', '='], () => heard.push('nearer'));
  useSymbolKey([','], () => heard.push('stand'));
  return (
    <>
      <p>bench</p>
      <input type="range" aria-label="slider" />
      <input aria-label="field" />
      <input type="checkbox" aria-label="box" />
      <button onKeyDown={(e) => e.preventDefault()}>nearer</button>
    </>
  );
}
const press = (on: HTMLElement, key: string, code: string, held: object = {}) => {
  fireEvent.keyDown(on, { key, code, ...held });
  fireEvent.keyUp(on, { key, code, ...held });
};

it('keys are heard on the bench and on a slider, but for those that move it; a field takes its letters, and Escape is heard there too', () => {
  render(<Bench />);
  const [bench, slider, field] = [
    screen.getByText('bench'),
    screen.getByLabelText('slider'),
    screen.getByLabelText('field'),
  ];
  for (const on of [bench, slider, field]) {
    press(on, 'h', 'KeyH');
    press(on, 'ArrowLeft', 'ArrowLeft');
    press(on, 'Escape', 'Escape');
    heard.push('|');
  }
  expect(heard.join(' ')).toBe('h left escape | h escape | escape |');
});

it('a box that can be ticked takes the key that ticks it, and no letter', () => {
  render(<Bench />);
  const box = screen.getByLabelText('box');
  press(box, 'h', 'KeyH');
  press(box, ' ', 'Space');
  press(screen.getByText('bench'), ' ', 'Space');
  expect(heard).toEqual(['h', 'space']);
});

it('what something nearer has answered is not heard', () => {
  render(<Bench />);
  press(screen.getByText('nearer'), 'ArrowLeft', 'ArrowLeft');
  press(screen.getByText('nearer'), '+', 'BracketRight');
  expect(heard).toEqual([]);
});

it('a symbol is heard wherever it lies on the keyboard and whatever is held to write it; with Ctrl it is the browser’s', () => {
  render(<Bench />);
  const bench = screen.getByText('bench');
  press(bench, '+', 'Equal', { shiftKey: true });
  press(bench, '+', 'BracketRight');
  press(bench, '=', 'Digit0', { shiftKey: true });
  press(bench, ',', 'Comma');
  press(bench, '+', 'Equal', { ctrlKey: true, shiftKey: true });
  press(bench, '-', 'Minus');
  expect(heard).toEqual(['nearer', 'nearer', 'nearer', 'stand']);
});
