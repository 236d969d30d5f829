import type { ReadingCorrections } from '@haushalt/formats';
import { useOpenFile, type OpenFile } from '../../ui/useOpenFile.ts';
import { partsOf } from '../../ui/useStored.ts';

/** What has been said of a workbook whose audit is open: what it is taken for, and whether its faults are mended. */
export interface WorkbookSaid {
  readonly reading: ReadingCorrections;
  readonly mend: boolean;
}

/** The workbook that is being audited. It outlives the page, with what was corrected, until it is a plan or left. */
export const useOpenWorkbook = (): OpenFile<WorkbookSaid> => useOpenFile('haushalt:workbook', readSaid);

export const NOTHING_SAID: WorkbookSaid = { reading: {}, mend: false };

function readSaid(stored: unknown): WorkbookSaid | null {
  const { reading, mend } = partsOf(stored);
  if (typeof reading !== 'object' || reading === null) return null;
  return { reading: reading as ReadingCorrections, mend: mend === true };
}
