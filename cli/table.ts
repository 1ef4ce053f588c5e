/** Rows as aligned text, the first row its heading. */
export function table(rows: readonly (readonly (string | number | null)[])[]): string {
  const cells = rows.map((row) => row.map((cell) => (cell === null ? '' : String(cell))));
  const widths = cells[0]!.map((_, column) => Math.max(...cells.map((row) => row[column]!.length)));
  return cells
    .map(
      (row) =>
        row
          .map((cell, i) => cell.padEnd(widths[i]!))
          .join('  ')
          .trimEnd() + '\n',
    )
    .join('');
}
