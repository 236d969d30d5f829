/** The kinds of the chart library that pictures are drawn as. */
export type Kind = 'bar' | 'line' | 'doughnut';
