import type { ReadingCorrections } from '@haushalt/formats';
import { useOpenFile, type OpenFile } from '../../ui/useOpenFile.ts';
import { partsOf } from '../../ui/useStored.ts';

/** Describes what has been said of a workbook whose audit is open: what it is taken for, and whether its faults are mended. */
export interface WorkbookSaid {
  readonly reading: ReadingCorrections;
  readonly fix: boolean;
}

/** The workbook that is being audited. It outlives the page, with what was corrected, until it is a plan or left. */
export const useOpenWorkbook = (): OpenFile<WorkbookSaid> => useOpenFile('haushalt:workbook', readCorrections);

export const NO_CORRECTIONS: WorkbookSaid = { reading: {}, fix: false };

function readCorrections(stored: unknown): WorkbookSaid | null {
  const { reading, fix } = partsOf(stored);
  if (typeof reading !== 'object' || reading === null) return null;
  return { reading: reading as ReadingCorrections, fix: fix === true };
}
