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
  const names = Array.from(present.keys()).filter((colour) => present[colour]);
  const out = colours.slice();
  const span = 2 * reach + 1;
  const row = width + span;
  /** How many pixels about each of a row have its new colour. */
  const most = new Int32Array(width);
  /** Of each colour: its pixels in each column over the rows in reach, with bare ones before and behind the picture. */
  const counts = new Int32Array(names.length * row);
  /** Where those of a colour begin. */
  const begins = new Int32Array(256);
  names.forEach((colour, k) => (begins[colour] = k * row + reach));
  /** In the same way, pixels of another colour than the one before or above: where there are none all is of one colour. */
  const borders = new Int32Array(row);
  const border = new Uint8Array(colours.length);
  for (let i = 1; i < colours.length; i++)
    if (colours[i] !== colours[i - 1] || colours[i] !== colours[Math.max(0, i - width)]) border[i] = 1;

  const addRow = (y: number, by: 1 | -1): void => {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      counts[begins[colours[i]] + x] += by;
      borders[x + reach] += by * border[i];
    }
  };
  /** Takes one row for another: mostly they are alike. */
  const changeRow = (gone: number, come: number): void => {
    for (let x = 0, i = gone * width, k = come * width; x < width; x++, i++, k++) {
      if (colours[i] !== colours[k]) {
        counts[begins[colours[i]] + x]--;
        counts[begins[colours[k]] + x]++;
      }
      borders[x + reach] += border[k] - border[i];
    }
  };
  /** Pixels `from` up to but without `to` of the row that begins at `at`. */
  const take = (at: number, from: number, to: number): void => {
    most.fill(0, from, to);
    for (const colour of names) {
      const begin = begins[colour] - reach;
      // Along a row the sum moves on by one column.
      let sum = 0;
      for (let x = from; x < from + span - 1; x++) sum += counts[begin + x];
      for (let x = from; x < to; x++) {
        sum += counts[begin + x + span - 1];
        // Of most colours there is nothing near.
        if (!sum) continue;
        // A pixel's own colour wins over others that are as frequent.
        const count = 2 * sum + (colours[at + x] === colour ? 1 : 0);
        if (count > most[x]) {
          most[x] = count;
          out[at + x] = colour;
        }
        sum -= counts[begin + x];
      }
    }
  };
  for (let y = 0; y < Math.min(reach, height); y++) addRow(y, 1);
  for (let y = 0; y < height; y++) {
    const [come, gone] = [y + reach, y - reach - 1];
    if (come < height && gone >= 0) changeRow(gone, come);
    else if (come < height) addRow(come, 1);
    else if (gone >= 0) addRow(gone, -1);
    let sum = 0;
    let from = -1;
    for (let x = 0; x < span - 1; x++) sum += borders[x];
    for (let x = 0; x < width; x++) {
      sum += borders[x + span - 1];
      if (sum && from < 0) from = x;
      if (!sum && from >= 0) {
        take(y * width, from, x);
        from = -1;
      }
      sum -= borders[x];
    }
    if (from >= 0) take(y * width, from, width);
  }
  return out;
}
