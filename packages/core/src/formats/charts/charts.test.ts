import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { THREAD_CHARTS, threadChart } from '../../materials/threads.ts';
import { chartCsv, chartPalette, readChart, shoppingCsv } from './charts.ts';

describe('charts as files', () => {
  it.each(THREAD_CHARTS.map((c) => [c.name, c] as const))(
    '%s goes out and comes in, both ways',
    (_, chart) => {
      const csv = readChart(chartCsv(chart), chart.name);
      expect(csv).toEqual({
        chart: { name: chart.name, weight: chart.weight, material: 'other', threads: chart.threads },
        problems: [],
      });
      const palette = readChart(chartPalette(chart), 'x');
      // A palette tells no weights.
      expect(palette.chart.threads).toEqual(chart.threads.map(({ weight: _, ...thread }) => thread));
      expect(palette.chart.name).toBe(chart.name);
    },
  );

  it('are read as people write them', () => {
    const text = 'Colour;Name;No.\n"#F3F0E9";"Chalk, old";A 1\n26 26 29;Soot;A2\n';
    expect(readChart(text, 'Attic').chart.threads).toEqual([
      { code: 'A1', name: 'Chalk, old', colour: '#f3f0e9' },
      { code: 'A2', name: 'Soot', colour: '#1a1a1d' },
    ]);
    expect(readChart('101,Chalk,f3f0e9,60', 'x').chart).toMatchObject({ weight: 60 });
    expect(readChart('GIMP Palette\n255 0 0\tRed one\n0 0 255\n', 'x').chart.threads).toEqual([
      { code: '1', name: 'Red one', colour: '#ff0000' },
      { code: '2', name: '2', colour: '#0000ff' },
    ]);
  });

  it('tell every line that can’t be read, and keep the others', () => {
    const text =
      'number,name,colour\n1,Chalk,#f3f0e9\n2,Soot,black-ish\n1,Again,#000000\n,No number,#000000\n5,Moss,#4a5a20\n';
    const { chart, problems } = readChart(text, 'x');
    expect(chart.threads.map((t) => t.code)).toEqual(['1', '5']);
    expect(problems).toEqual([
      expect.stringMatching(/^Line 3: “black-ish” is no colour/),
      'Line 4: number 1 stands in line 2 already.',
      'Line 5: the number is missing.',
    ]);
    expect(() => readChart('hello', 'x')).toThrow('No thread was found');
    expect(() => readChart('', 'x')).toThrow('No thread was found');
    expect(() => readChart('x'.repeat(1_000_001), 'x')).toThrow('too long');
  });

  it('have threads of several weights: the most usual is the chart’s, and what is no weight is told', () => {
    const text =
      'number,name,colour,weight\n1,A,#111111,40\n2,B,#222222,60\n3,C,#333333,40\n4,D,#444444,thin\n';
    const { chart, problems } = readChart(text, 'x');
    expect(chart.weight).toBe(40);
    expect(chart.threads.map((t) => t.weight)).toEqual([undefined, 60, undefined, undefined]);
    expect(problems).toEqual([expect.stringMatching(/^Line 5: “thin” is no weight/)]);
  });

  it('never break on what is no chart', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        try {
          expect(readChart(text, 'x').chart.threads.length).toBeGreaterThan(0);
        } catch (error) {
          expect((error as Error).message).toMatch(/No thread was found/);
        }
      }),
    );
  });

  it('what has to be bought is a list', () => {
    const [thread] = threadChart('tarn').threads;
    expect(shoppingCsv([{ thread, metres: 12.34 }], { name: 'Tarn' })).toBe(
      `chart,number,name,colour,metres\nTarn,${thread.code},${thread.name},${thread.colour},12.3\n`,
    );
  });
});
