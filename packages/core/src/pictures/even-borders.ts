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
  for (const c of colours) present[c] = 1;
  const out = colours.slice();
  /** How many pixels about one have its new colour. */
  const most = new Uint32Array(colours.length);
  const column = new Uint16Array(width);
  for (let colour = 0; colour < 256; colour++) {
    if (!present[colour]) continue;
    // Pixels of the colour in each column, over the rows in reach; along a row their sum moves on by one column.
    column.fill(0);
    for (let y = 0; y < Math.min(reach, height); y++)
      for (let x = 0; x < width; x++) if (colours[y * width + x] === colour) column[x]++;
    for (let y = 0; y < height; y++) {
      const [into, outOf] = [y + reach, y - reach - 1];
      if (into < height)
        for (let x = 0, i = into * width; x < width; x++, i++) if (colours[i] === colour) column[x]++;
      if (outOf >= 0)
        for (let x = 0, i = outOf * width; x < width; x++, i++) if (colours[i] === colour) column[x]--;
      let sum = 0;
      for (let x = 0; x < Math.min(reach, width); x++) sum += column[x];
      for (let x = 0, i = y * width; x < width; x++, i++) {
        if (x + reach < width) sum += column[x + reach];
        if (x > reach) sum -= column[x - reach - 1];
        // A pixel's own colour wins over others that are as frequent.
        const count = 2 * sum + (colours[i] === colour ? 1 : 0);
        if (count > most[i]) {
          most[i] = count;
          out[i] = colour;
        }
      }
    }
  }
  return out;
}
