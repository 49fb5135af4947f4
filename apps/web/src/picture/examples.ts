// Pictures that come with Rosehip, to try the steps on.
import comet from '../assets/pictures/comet.jpg';
import constellation from '../assets/pictures/constellation.png';
import dusk from '../assets/pictures/dusk.png';
import heather from '../assets/pictures/heather.png';
import owl from '../assets/pictures/owl.jpg';

export const EXAMPLES = [
  { name: 'Observatory at dusk', url: dusk, type: 'image/png' },
  { name: 'Heather in a pot', url: heather, type: 'image/png' },
  { name: 'Constellation', url: constellation, type: 'image/png' },
  { name: 'Owl, drawn on paper', url: owl, type: 'image/jpeg' },
  { name: 'Comet, a painting', url: comet, type: 'image/jpeg' },
] as const;

export async function exampleFile({ name, url, type }: (typeof EXAMPLES)[number]): Promise<File> {
  const answer = await fetch(url);
  return new File([await answer.blob()], name, { type });
}
