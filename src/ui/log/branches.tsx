'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { changeWords } from '@/core/exchange/document/change-words';
import { backTo, MAIN_LINE, readVersion } from '@/store/versions';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import styles from './log.module.css';

/** The line of versions that is worked on, and how another is begun or gone back to. */
export function Branches() {
  const { workspace } = useSession();
  const now = useInstrument();
  const change = useChangeInstrument();
  const readOnly = useWorkspace((s) => s.readOnly);
  const versions = useWorkspace((s) => s.versions);
  const [name, setName] = useState('');
  const here = versions[0]?.branch ?? MAIN_LINE;
  const others = [...new Set([MAIN_LINE, ...versions.map(({ branch }) => branch)])].filter((b) => b !== here);
  const wanted = name.trim();
  const begin = () => {
    if (wanted === '' || wanted === here) return;
    void workspace.addVersion(now, { says: `branch ${wanted} begun`, changes: [], branch: wanted });
    setName('');
  };
  const goTo = (branch: string) => {
    const newest = versions.find((v) => v.branch === branch);
    const read = newest && readVersion(newest);
    if (!newest || !read?.ok) return notify(`There is no version on ${branch} that can be read.`);
    // What was done here is a version first: nothing is lost by going.
    const unkept = changeWords({ ...versions[0].document, log: [] }, { ...now, log: [] }).length > 0;
    if (unkept) void workspace.addVersion(now, { says: 'as it was left', changes: [], branch: here });
    void workspace.addVersion(read.value, { says: `back on ${branch}`, changes: [], branch });
    change(`back on branch ${branch}, version ${newest.n}`, (before) => backTo(before, read.value));
  };
  return (
    <form
      className={styles.bar}
      onSubmit={(e) => {
        e.preventDefault();
        begin();
      }}
    >
      <span>
        You work on <b>{here}</b>.
      </span>
      {others.map((branch) => (
        <Button key={branch} variant="outlined" disabled={readOnly} onClick={() => goTo(branch)}>
          Go to {branch}
        </Button>
      ))}
      <label>
        Try something on a branch{' '}
        <input
          value={name}
          maxLength={40}
          size={16}
          disabled={readOnly}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <Button type="submit" disabled={readOnly || wanted === '' || wanted === here}>
        Begin
      </Button>
    </form>
  );
}
