/** Keeps what waits when the page is hidden or left: a browser may end it then without a word. @returns undoes it */
export function keepOnLeaving(keep: () => void): () => void {
  const hidden = () => document.visibilityState === 'hidden' && keep();
  addEventListener('pagehide', keep);
  document.addEventListener('visibilitychange', hidden);
  return () => {
    removeEventListener('pagehide', keep);
    document.removeEventListener('visibilitychange', hidden);
  };
}
