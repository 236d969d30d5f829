import type { FigureStyle } from '@haushalt/core';

/** States how figures of a workbook are written before it is a plan. */
export const STYLE: FigureStyle = { locale: 'en-IE', currency: 'EUR' };
