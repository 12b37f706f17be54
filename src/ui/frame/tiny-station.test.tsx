import { fireEvent, screen } from '@testing-library/react';
import { expect, it, onTestFinished, vi } from 'vitest';
import { tally } from '../testing/tiny-station/station';
import { now, onDemo, show } from '../testing/test-bench';
import { KeyPanel } from './key-panel';
import { Keys } from './keys';
import { Ruler } from './ruler';
import { StationPage } from './station-page';
import { addStation } from './stations';

const went = vi.hoisted(() => vi.fn());
vi.mock('next/navigation', () => ({
  useRouter: () => ({ push: went, replace: vi.fn() }),
  usePathname: () => '/i/wherry/tally',
  useSearchParams: () => new URLSearchParams(),
}));
vi.mock('next/link', () => ({
  default: ({ children, ...own }: { children: React.ReactNode }) => <a {...own}>{children}</a>,
}));

onDemo('wherry');

it('a station that is one folder, made known, stands in the ruler, opens by its key, says its keys, and is marked once it is worked', async () => {
  onTestFinished(addStation(tally));
  show(
    <>
      <Ruler />
      <Keys />
      <KeyPanel at="tally" close={() => {}} />
      <StationPage station="tally" />
    </>,
  );
  const link = screen.getByRole('link', { name: '9 Tally', hidden: true });
  expect([link.getAttribute('href'), link.getAttribute('aria-current')]).toEqual(['/i/wherry/tally', 'page']);
  fireEvent.keyDown(document.body, { key: '9', code: 'Digit9' });
  expect(went).toHaveBeenCalledWith('/i/wherry/tally');
  expect(screen.getByRole('heading', { name: 'Tally' }).parentElement!.textContent).toContain('count anew');
  const lanes = now().sensors.flatMap((s) => s.lanes).length;
  expect(await screen.findByRole('heading', { name: `${lanes} lanes`, hidden: true })).toBeTruthy();
  const work = { instrument: now(), takes: [] };
  expect([tally.worked!(work), tally.worked!({ ...work, instrument: { ...now(), sensors: [] } })]).toEqual([
    true,
    false,
  ]);
  show(<StationPage station="nowhere" />);
  expect(screen.getByText(/There is no station “nowhere”/)).toBeTruthy();
});
