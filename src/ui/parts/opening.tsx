/** While a station comes. */
export const Opening = () => <p style={{ padding: 20 }}>Opening…</p>;
