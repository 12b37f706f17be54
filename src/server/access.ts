import type { Fault } from '@/core/result';
import { problem } from './problem';

/** Names by which a browser on this machine reaches the application. */
const LOCAL = ['127.0.0.1', 'localhost', '[::1]'];

/** Further names, where it was told to listen elsewhere: CHEIRONOM_HOSTS="bench.local,10.0.0.7". */
const allowedHosts = (): string[] => [
  ...LOCAL,
  ...(process.env.CHEIRONOM_HOSTS ?? '').split(',').map((name) => name.trim().toLowerCase()),
];

/**
 * Why a request is not answered: it does not come from this machine's own pages or scripts. A page elsewhere can reach a
 * server on 127.0.0.1 by a name of its own (Host), or as another origin (Origin, Sec-Fetch-Site).
 * @param api whether it asks for computation; pages may be reached by a link from anywhere
 */
export function accessFault(headers: Headers, api: boolean): Fault | null {
  const host = headers.get('host') ?? '';
  const name = host.toLowerCase().replace(/:\d+$/, '');
  if (name === '' || !allowedHosts().includes(name))
    return { path: 'Host', says: `one of ${LOCAL.join(', ')} is required, got "${host}"` };
  if (!api) return null;
  const origin = headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`)
    return { path: 'Origin', says: `only this application’s own pages may ask, got "${origin}"` };
  const site = headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none')
    return { path: 'Sec-Fetch-Site', says: `same-origin or none is required, got "${site}"` };
  return null;
}

/** The refusal of who may not ask. */
export const stranger = (fault: Fault): Response =>
  problem(403, 'This request does not come from here', [fault]);
