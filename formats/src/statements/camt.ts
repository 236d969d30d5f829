import { isDay } from '@haushalt/core';
import { messageFor } from '../message.ts';
import {
  StatementError,
  described,
  referenceOf,
  type Statement,
  type StatementEntry,
  type StatementFile,
  type StatedBalance,
} from './statement.ts';
import { elementAt, elementsAt, placeOf, textAt, type XmlElement } from './xml.ts';

/**
 * Statements (camt.053) and reports of the day (camt.052) of ISO 20022, versions 02 to 08. Source: ISO 20022 message
 * definitions BankToCustomerStatement and BankToCustomerAccountReport. Pending entries are left out; the parts of a batch
 * are entries of their own where they come to its amount.
 */
export function readCamt(root: XmlElement): StatementFile {
  const statement = elementAt(root, 'BkToCstmrStmt');
  const report = elementAt(root, 'BkToCstmrAcctRpt');
  const elements = statement ? elementsAt(statement, 'Stmt') : elementsAt(report, 'Rpt');
  if (elements.length === 0) throw new StatementError(placeOf(root), messageFor('formats.statement.none'));
  return { format: statement ? 'camt.053' : 'camt.052', statements: elements.map(readOne) };
}

function readOne(element: XmlElement): Statement {
  const account = elementAt(element, 'Acct');
  const balances = elementsAt(element, 'Bal').map((each) => ({
    code: textAt(each, 'Tp', 'CdOrPrtry', 'Cd'),
    balance: balanceOf(each),
  }));
  const last = (codes: readonly string[]) =>
    balances.filter(({ code }) => codes.includes(code)).at(-1)?.balance ?? null;
  return {
    account: textAt(account, 'Id', 'IBAN') || textAt(account, 'Id', 'Othr', 'Id'),
    currency: textAt(account, 'Ccy') || (elementAt(element, 'Bal', 'Amt')?.attributes.Ccy ?? elementAt(element, 'Ntry', 'Amt')?.attributes.Ccy ?? ''), // prettier-ignore
    opening: balances.find(({ code }) => code === 'OPBD' || code === 'PRCD')?.balance ?? null,
    closing: last(['CLBD']) ?? last(['ITBD', 'CLAV']),
    entries: elementsAt(element, 'Ntry').flatMap((entry, index) => entriesOf(entry, index)),
  };
}

function balanceOf(element: XmlElement): StatedBalance {
  return { date: dayOf(element, ['Dt']), amount: amountOf(element) };
}

function entriesOf(entry: XmlElement, index: number): StatementEntry[] {
  // Version 02 has the state as its text, later ones as a code below it.
  const state = textAt(entry, 'Sts', 'Cd') || textAt(entry, 'Sts');
  if (state === 'PDNG' || state === 'INFO') return [];
  const date = elementAt(entry, 'BookgDt') ? dayOf(entry, ['BookgDt']) : dayOf(entry, ['ValDt']);
  const amount = amountOf(entry);
  const place = messageFor('formats.place.nthElement', { name: 'Ntry', nth: index + 1, line: entry.line });
  const details = elementsAt(entry, 'NtryDtls').flatMap((each) => elementsAt(each, 'TxDtls'));
  const servicer = textAt(entry, 'AcctSvcrRef');
  const parts = details.length > 1 ? partsOf(details, amount) : null;
  if (parts === null) {
    const [detail] = details;
    const reference = servicer || referenceIn(detail) || textAt(entry, 'NtryRef');
    return [{ date, what: whatOf(entry, detail, amount), amount, reference: referenceOf(reference), place }];
  }
  return parts.map((part, nth) => ({
    date,
    what: whatOf(entry, details[nth], part),
    amount: part,
    reference: referenceOf(referenceIn(details[nth]) || (servicer === '' ? '' : `${servicer}/${nth + 1}`)),
    place: messageFor('formats.place.part', { place, nth: nth + 1 }),
  }));
}

/** The amounts of a batch's parts, if they come to the whole. */
function partsOf(details: readonly XmlElement[], batch: number): number[] | null {
  const amounts: number[] = [];
  for (const detail of details) {
    const element = elementAt(detail, 'Amt') ?? elementAt(detail, 'AmtDtls', 'TxAmt', 'Amt');
    if (!element) return null;
    const size = decimal(element);
    const indicator = textAt(detail, 'CdtDbtInd');
    amounts.push(indicator === '' ? size * Math.sign(batch) : indicator === 'DBIT' ? -size : size);
  }
  const sum = amounts.reduce((total, amount) => total + amount, 0);
  return Math.abs(sum - batch) < 1e-6 * Math.max(1, Math.abs(batch)) ? amounts : null;
}

function referenceIn(detail: XmlElement | undefined): string {
  const refs = elementAt(detail, 'Refs');
  const endToEnd = textAt(refs, 'EndToEndId');
  return textAt(refs, 'AcctSvcrRef') || textAt(refs, 'TxId') || (endToEnd === 'NOTPROVIDED' ? '' : endToEnd);
}

/** Who was paid or paid, and what for. */
function whatOf(entry: XmlElement, detail: XmlElement | undefined, amount: number): string {
  const parties = elementAt(detail, 'RltdPties');
  const other = elementAt(parties, amount < 0 ? 'Cdtr' : 'Dbtr');
  const name = textAt(other, 'Nm') || textAt(other, 'Pty', 'Nm');
  const remittance = elementAt(detail, 'RmtInf');
  const structured = textAt(remittance, 'Strd', 'CdtrRefInf', 'Ref');
  const texts = [name, ...elementsAt(remittance, 'Ustrd').map(({ text }) => text), structured];
  const words = described(texts);
  return words === '' ? described([textAt(detail, 'AddtlTxInf'), textAt(entry, 'AddtlNtryInf')]) : words;
}

function amountOf(element: XmlElement): number {
  const amount = elementAt(element, 'Amt');
  if (!amount)
    throw new StatementError(placeOf(element), messageFor('formats.statement.elementMissing', { name: 'Amt' }));
  const indicator = textAt(element, 'CdtDbtInd');
  if (indicator !== 'CRDT' && indicator !== 'DBIT')
    throw new StatementError(placeOf(element), messageFor('formats.statement.creditOrDebit', { found: indicator }));
  return indicator === 'DBIT' ? -decimal(amount) : decimal(amount);
}

function decimal(element: XmlElement): number {
  const text = element.text.trim();
  if (!/^\d{1,15}(\.\d{0,5})?$/.test(text))
    throw new StatementError(placeOf(element), messageFor('formats.statement.invalidAmount', { text }));
  return Number(text);
}

function dayOf(element: XmlElement, path: readonly string[]): string {
  const text = textAt(element, ...path, 'Dt') || textAt(element, ...path, 'DtTm');
  const day = text.slice(0, 10);
  if (!isDay(day)) throw new StatementError(placeOf(element), messageFor('formats.statement.invalidDate', { text }));
  return day;
}
