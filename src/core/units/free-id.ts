/** The first of `<stem>-1`, `<stem>-2`, … that nothing has yet. */
export function freeId(stem: string, isTaken: (id: string) => boolean): string {
  for (let n = 1; ; n++) if (!isTaken(`${stem}-${n}`)) return `${stem}-${n}`;
}
