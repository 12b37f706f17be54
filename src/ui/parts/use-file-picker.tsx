import { useRef, type ReactNode } from 'react';

/**
 * Lets the user choose files: what opens the choice, for a button and a key, and the hidden field that it needs on the page.
 * The same file can be chosen again. `open` is told the event that it answers.
 * @param label of the field @param accept as the field has it @param take called with one file or more
 */
export function useFilePicker(
  label: string,
  accept: string,
  take: (files: File[]) => void,
  multiple = false,
): { open: (by?: unknown) => void; field: ReactNode } {
  const input = useRef<HTMLInputElement>(null);
  const field = (
    <input
      ref={input}
      type="file"
      accept={accept}
      multiple={multiple}
      hidden
      aria-label={label}
      onChange={(e) => {
        const files = [...(e.target.files ?? [])];
        e.target.value = '';
        if (files.length > 0) take(files);
      }}
    />
  );
  const open = (by?: unknown) => {
    input.current?.click();
    // The chooser takes the release of the key that opened it: without it the key is taken for held, and unheard next time.
    if (by instanceof KeyboardEvent) {
      const { code, key } = by;
      setTimeout(() => document.dispatchEvent(new KeyboardEvent('keyup', { code, key, bubbles: true })));
    }
  };
  return { open, field };
}
