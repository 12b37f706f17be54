import { act, fireEvent, screen } from '@testing-library/react';
import { expect, it, onTestFinished, vi } from 'vitest';
import { tally } from '../testing/tiny-station/station';
import { now, onDemo, session, show } from '../testing/test-bench';
import { KeyPanel } from './key-panel';
import { Keys } from './keys';
import { Ruler } from './ruler';
import { StationPage } from './station-page';
import { addStation } from './stations';
import styles from './frame.module.css';

const went = vi.hoisted(() => vi.fn());
let path = '';
vi.mock('next/navigation', () => ({
  useRouter: () => ({ push: went, replace: vi.fn() }),
  usePathname: () => path,
  useSearchParams: () => new URLSearchParams(),
}));
vi.mock('next/link', () => ({
  default: ({ children, ...own }: { children: React.ReactNode }) => <a {...own}>{children}</a>,
}));

onDemo('wherry');

it('a station that is one folder, made known, stands in the ruler, opens by its key, says its keys, and is marked while it is worked', async () => {
  onTestFinished(addStation(tally));
  path = '/i/wherry/tally';
  const { unmount } = show(
    <>
      <Ruler />
      <Keys />
      <KeyPanel at="tally" close={() => {}} />
      <StationPage station="tally" />
    </>,
  );
  const link = () => screen.getByRole('link', { name: '9 Tally', hidden: true });
  expect([link().getAttribute('href'), link().getAttribute('aria-current')]).toEqual([path, 'page']);
  fireEvent.keyDown(document.body, { key: '9', code: 'Digit9' });
  expect(went).toHaveBeenCalledWith(path);
  expect(screen.getByRole('heading', { name: 'Tally' }).parentElement!.textContent).toContain('count anew');
  expect(screen.getByText('1 … 9')).toBeTruthy();
  const lanes = now().sensors.flatMap((s) => s.lanes).length;
  expect(await screen.findByRole('heading', { name: `${lanes} lanes`, hidden: true })).toBeTruthy();
  unmount();

  path = '/i/wherry/plan';
  show(<Ruler />);
  expect(link().className).toBe(styles.done);
  act(() => void session.workspace.change('fewer', { ...now(), sensors: now().sensors.slice(0, 1) }));
  expect(link().className).not.toBe(styles.done);
});

it('an address that names no station says so', () => {
  show(<StationPage station="nowhere" />);
  expect(screen.getByText(/There is no station “nowhere”/)).toBeTruthy();
});
