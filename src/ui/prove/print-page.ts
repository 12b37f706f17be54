/** Prints a page of its own, in a frame that nobody sees. @returns whether it can be */
export function printPage(html: string): boolean {
  const frame = document.createElement('iframe');
  frame.hidden = true;
  frame.title = 'Page to print';
  frame.srcdoc = html;
  frame.addEventListener('load', () => {
    frame.contentWindow?.addEventListener('afterprint', () => frame.remove());
    frame.contentWindow?.print();
  });
  document.body.append(frame);
  return frame.isConnected;
}
