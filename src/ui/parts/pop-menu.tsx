'use client';

import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';

/** One of a menu. */
export interface MenuChoice {
  key: string;
  words: string;
  chosen?: boolean;
  run: () => void;
}

/** A menu at the button that opened it; it closes when one is chosen, or by Escape. */
export function PopMenu({
  anchor,
  close,
  choices,
}: {
  anchor: HTMLElement;
  close: () => void;
  choices: readonly MenuChoice[];
}) {
  return (
    <Menu anchorEl={anchor} open onClose={close}>
      {choices.map(({ key, words, chosen, run }) => (
        <MenuItem
          key={key}
          selected={chosen}
          onClick={() => {
            close();
            run();
          }}
        >
          {words}
        </MenuItem>
      ))}
    </Menu>
  );
}
