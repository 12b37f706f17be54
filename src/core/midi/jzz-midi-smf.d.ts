/** An independent reader of MIDI files, for the tests only; the package ships no types. */
declare module 'jzz-midi-smf' {
  const attach: (jzz: unknown) => void;
  export default attach;
}
