/**
 * Prints a page of its own, in a frame that nobody sees. Its style is laid on it from here: a page that forbids inline styles forbids them in
 * its frames too.
 * @param body what stands on the page, as HTML @param style as CSS
 */
export function printPage(body: string, style: string): void {
  const frame = document.createElement('iframe');
  frame.hidden = true;
  frame.title = 'Page to print';
  frame.srcdoc = body;
  frame.addEventListener('load', () => {
    const page = frame.contentWindow as (Window & typeof globalThis) | null;
    if (!page) return frame.remove();
    const sheet = new page.CSSStyleSheet();
    sheet.replaceSync(style);
    page.document.adoptedStyleSheets = [sheet];
    page.addEventListener('afterprint', () => frame.remove());
    page.print();
  });
  document.body.append(frame);
}
