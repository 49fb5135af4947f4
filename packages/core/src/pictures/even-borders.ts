// Borders in a photograph are as ragged as its grain: they are evened out before anything is made of them.

/**
 * Colours of pixels, each the one that most of the pixels about it have, up to `reach` pixels to every side; its own when that is one
 * of the most frequent. Twice, so that borders bend evenly and not by squares. What is narrower than `reach` goes to its neighbours.
 */
export function evenedBorders(width: number, height: number, colours: Uint8Array, reach: number): Uint8Array {
  if (reach < 1) return colours;
  return mostAbout(width, height, mostAbout(width, height, colours, reach), Math.ceil(reach / 2));
}

function mostAbout(width: number, height: number, colours: Uint8Array, reach: number): Uint8Array {
  const present = new Uint8Array(256);
  for (let i = 0; i < colours.length; i++) present[colours[i]] = 1;
  const out = colours.slice();
  const span = 2 * reach + 1;
  const inReach = (y: number): boolean => y >= 0 && y < height;
  /** How many pixels about each of a row have its new colour. */
  const most = new Int32Array(width);
  /** Of each colour: its pixels in each column over the rows in reach, with bare ones before and behind the picture. */
  const counts = Array.from(present.keys())
    .filter((colour) => present[colour])
    .map((colour) => ({ colour, column: new Int32Array(width + span) }));
  const columns = new Array<Int32Array>(256);
  for (const { colour, column } of counts) columns[colour] = column;
  const addRow = (y: number, by: number): void => {
    for (let x = 0, i = y * width; x < width; x++, i++) columns[colours[i]][x + reach] += by;
  };
  for (let y = 0; y < Math.min(reach, height); y++) addRow(y, 1);
  for (let y = 0; y < height; y++) {
    if (inReach(y + reach)) addRow(y + reach, 1);
    if (inReach(y - reach - 1)) addRow(y - reach - 1, -1);
    most.fill(0);
    const row = y * width;
    for (const { colour, column } of counts) {
      // Along a row the sum moves on by one column.
      let sum = 0;
      for (let x = 0; x < span - 1; x++) sum += column[x];
      for (let x = 0; x < width; x++) {
        sum += column[x + span - 1];
        // A pixel's own colour wins over others that are as frequent.
        const count = 2 * sum + (colours[row + x] === colour ? 1 : 0);
        if (count > most[x]) {
          most[x] = count;
          out[row + x] = colour;
        }
        sum -= column[x];
      }
    }
  }
  return out;
}
