import { LANGUAGES, type Language } from '@haushalt/language';
import Joi from 'joi';
import {
  FILE_KINDS,
  PAPERS,
  PARTS,
  WorkbookError,
  readingCorrections,
  type ExportRequest,
  type PrintRequest,
  type ReadingCorrections,
} from '@haushalt/formats';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import { allOf } from './fields.ts';
import { read } from './schemas.ts';

const MAX_TITLE = 120;
/** The most pages that are looked at at once. */
const MOST_PAGES = 20;

const print = {
  parts: Joi.array()
    .items(Joi.string().valid(...PARTS))
    .min(1)
    .max(PARTS.length)
    .unique(),
  years: Joi.array().items(Joi.number().integer().min(1900).max(2999)).max(60),
  span: Joi.string().valid('month', 'quarter'),
  withNotes: Joi.boolean(),
  paper: Joi.string().valid(...PAPERS),
  orientation: Joi.string().valid('auto', 'upright', 'across'),
  pages: Joi.string().valid('auto', 'one', 'two', 'many'),
  isBlackAndWhite: Joi.boolean(),
  isBooklet: Joi.boolean(),
  title: Joi.string().allow('').max(MAX_TITLE),
  name: Joi.string().allow('').max(MAX_TITLE),
};
const page = Joi.number().integer().min(0).max(100_000);
const language = Joi.string()
  .valid(...LANGUAGES)
  .optional();
const pages = allOf({ print: allOf(print), from: page, to: page, language });
const exportSchema = allOf({
  ...print,
  kind: Joi.string().valid(...FILE_KINDS),
  by: Joi.string().valid('year', 'plan'),
  notation: Joi.string().valid('plan', 'neutral'),
  language,
});

/** Some pages of a plan; in the language of the request where none is named. */
interface PagesRequest {
  readonly print: PrintRequest;
  readonly from: number;
  readonly to: number;
  readonly language?: Language;
}

/** Returns what is asked of pages, as it was sent. */
export function readPages(body: unknown): PagesRequest {
  const request = read<PagesRequest>(pages, body);
  return { ...request, to: Math.min(request.to, request.from + MOST_PAGES) };
}

/** Returns what is asked of a file, as it was sent. */
export function readExportRequest(body: unknown): { exportRequest: ExportRequest; language?: Language } {
  const { language: wanted, ...exportRequest } = read<ExportRequest & { language?: Language }>(exportSchema, body);
  return { exportRequest, ...(wanted === undefined ? {} : { language: wanted }) };
}

/** States how long what is said of a workbook may be, in characters: an address holds no more. */
const MAX_CORRECTIONS = 12_000;

const workbookQuery = Joi.object({
  title: Joi.string().trim().min(1).max(80).required(),
  fix: Joi.string().valid('yes'),
  as: Joi.string().valid('pdf'),
  said: Joi.string().max(MAX_CORRECTIONS),
});
/** Describes how a workbook is to be taken, as the address says it. */
export interface WorkbookQuery {
  readonly title: string;
  readonly fix: boolean;
  /** States what it is, where that was said. */
  readonly said: ReadingCorrections;
  /** True when the audit is wanted as pages rather than as data. */
  readonly asPages: boolean;
}

export function readWorkbookQuery(query: unknown): WorkbookQuery {
  const { title, fix, as, said } = read<{ title: string; fix?: 'yes'; as?: 'pdf'; said?: string }>(workbookQuery, query); // prettier-ignore
  return { title, fix: fix === 'yes', asPages: as === 'pdf', said: said === undefined ? {} : readCorrections(said) };
}

function readCorrections(text: string): ReadingCorrections {
  try {
    return readingCorrections(JSON.parse(text));
  } catch (error) {
    const why = error instanceof WorkbookError ? error.text : messageFor('server.expected.json');
    throw new ApiError(422, 'invalid', why, 'said');
  }
}
