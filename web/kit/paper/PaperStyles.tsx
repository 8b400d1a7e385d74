/** A text as a string of a style sheet. */
const quoted = (text: string) =>
  `"${[...text].map((c) => (/[\w .,:;–-]/.test(c) ? c : `\\${c.codePointAt(0)!.toString(16)} `)).join('')}"`;

/** So much of a title fits into the margin of a page. */
const MOST_TITLE = 80;
const short = (title: string) =>
  title.length > MOST_TITLE ? `${title.slice(0, MOST_TITLE - 1).trimEnd()}…` : title;

const SMALL = 'font: 9pt "Atkinson Hyperlegible Next Variable", sans-serif; color: #000;';

/**
 * How a page comes out of a printer: black on white, what it is of and its number on every page, without what can only
 * be pressed or typed into.
 */
export const PaperStyles = ({ title }: { title: string }) => (
  <style>{`
@page {
  margin: 14mm 12mm;
  @top-left { content: ${quoted(short(title))}; ${SMALL} }
  @bottom-right { content: "Page " counter(page) " of " counter(pages); ${SMALL} }
}
@media print {
  * { box-shadow: none !important; }
  nav, button:not([data-on-paper]), [role=tablist], [role=toolbar], .MuiButton-root, .MuiButtonGroup-root, .MuiIconButton-root,
  .MuiToggleButtonGroup-root, .MuiSwitch-root, [data-not-on-paper] { display: none !important; }
  main { padding: 0 !important; margin: 0 !important; }
  .MuiOutlinedInput-notchedOutline { border: 0 !important; }
  html, body { background: #fff !important; color: #000; }
}
`}</style>
);
