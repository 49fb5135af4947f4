// How many of each kind, in words.
import type { KindCounts } from '@rosehip/core';

const said = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** “1 satin, 2 fills, 0 lines” */
export const kindsSaid = ({ satin, fill, line }: KindCounts): string =>
  `${said(satin, 'satin')}, ${said(fill, 'fill')}, ${said(line, 'line')}`;
