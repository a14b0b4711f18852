/** What was measured: said as it comes, and all of it as one table at the end, to be pasted. */
const rows = [];

function add(what, figure, reference = '') {
  rows.push([what, figure, reference]);
  console.log(`${what.padEnd(70)} ${figure.padStart(14)}  ${reference}`);
}

/** @param ours and `reference` in milliseconds */
export function report(what, ours, reference, referenceName) {
  const ratio = reference ? `${(ours / reference).toFixed(2)} × ${referenceName} (${reference.toFixed(0)} ms)` : '';
  add(what, `${ours.toFixed(0)} ms`, ratio);
}

/** A figure that is no time. */
export function note(what, figure) {
  add(what, figure);
}

export function printTable() {
  console.log('\n| what | figure | beside |\n|---|---|---|');
  for (const row of rows) console.log(`| ${row.map((cell) => cell.replaceAll('|', '\\|')).join(' | ')} |`);
}
