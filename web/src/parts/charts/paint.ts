import type { Tone } from './picture.ts';

interface Paint {
  readonly colour: string;
  readonly fill: string;
  readonly dash: number[];
  readonly point: 'circle' | 'rect' | 'triangle' | 'rectRot';
}

const COLOURS: Readonly<Record<Tone, string>> = {
  income: '#2f6690',
  expense: '#b4552d',
  setAside: '#6a4a9c',
  memo: '#6f6a5a',
  net: '#4b2e54',
  other: '#8a5a7a',
};

/** Further colours for series of the same kind beside each other. */
const OTHERS = ['#8a5a7a', '#3f7f86', '#a2762b', '#5b6ea8', '#9a4b4b', '#5d7d4a', '#7a6a9a', '#b07a5a'];

const DASHES = [[], [6, 3], [2, 3], [8, 3, 2, 3]];
const POINTS = ['circle', 'rect', 'triangle', 'rectRot'] as const;

/** Returns what a series is drawn with: its colour, and a dash and a point that tell it apart without colour. */
export function paintOf(tone: Tone, index: number): Paint {
  const colour = tone === 'other' ? OTHERS[index % OTHERS.length]! : COLOURS[tone];
  return {
    colour,
    fill: translucent(colour),
    dash: DASHES[index % DASHES.length]!,
    point: POINTS[index % POINTS.length]!,
  };
}

/** A colour through which what lies behind it is seen. */
function translucent(colour: string): string {
  const [red, green, blue] = [1, 3, 5].map((index) => Number.parseInt(colour.slice(index, index + 2), 16));
  return `rgba(${red}, ${green}, ${blue}, 0.4)`;
}
