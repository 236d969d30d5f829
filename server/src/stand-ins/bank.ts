import { addDays, eachDay, firstDay, isDay, numberInMonth, type Month } from '@haushalt/core';
import { behaviourRoutes, type Behaviour } from './behaviour.ts';
import express, { type Express } from 'express';

/**
 * A stand-in for a bank: it hands out the statements of a few accounts as camt.053 and OFX, over HTTP as a bank would, with
 * new payments as the days of its clock pass. Nothing of it is real. For demonstration and tests alone.
 */

interface Payment {
  readonly date: string;
  readonly amount: number;
  readonly name: string;
  readonly text: string;
  /** States what the bank knows it by. */
  readonly reference: string;
}

interface BankAccount {
  /** Its number as plans have it, without blanks. */
  readonly number: string;
  /** States what was in it when the bank's book begins, in cents. */
  readonly opening: number;
  /** Returns what happens on a day. */
  readonly payments: (day: string) => readonly Omit<Payment, 'date' | 'reference'>[];
}

/** The same number from 0 to 1 for the same words, so that what happened on a day stays what it was. */
function chance(words: string): number {
  let hash = 2166136261;
  for (const letter of words) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0;
  return (Math.imul(hash ^ (hash >>> 15), 2246822519) >>> 0) / 2 ** 32;
}

const between = (words: string, least: number, most: number) => Math.round(least + chance(words) * (most - least));

const MONTHLY: readonly (readonly [day: number, amount: number, name: string, text: string])[] = [
  [1, -114_000, 'Weidenau Homes', 'Rent'],
  [2, -31_000, 'Nursery by the mill', 'Nursery'],
  [3, -11_800, 'Weidenau works', 'Heating, monthly part'],
  [3, -7_400, 'Weidenau works', 'Power, monthly part'],
  [5, 25_500, 'Family office', 'Child benefit'],
  [8, -5_990, 'Reed telephone', 'Phone and internet'],
  [15, -41_200, 'Mutual of the guilds', 'Insurances, Kofi'],
  [27, 256_000, 'Hospital of Weidenau', 'Ward pay'],
  [28, -14_262, 'Loan office', 'Cargo bike, payment'],
];
const SHOPS = ['Corner shop', 'Weekly shop', 'Bakery', 'Market hall'];

const ACCOUNTS: readonly BankAccount[] = [
  {
    number: 'XX12000011112222333344',
    opening: 689_798,
    payments: (day) => [
      ...MONTHLY.filter(([due]) => due === numberInMonth(day)).map(([, amount, name, text]) => ({ amount, name, text })),
      ...(chance(`work ${day}`) < 0.08 ? [{ amount: between(`sum ${day}`, 24_000, 90_000), name: 'Paper boat press', text: 'Illustration' }] : []),
      ...(chance(`odd ${day}`) < 0.06 ? [{ amount: -between(`odd sum ${day}`, 900, 6_000), name: 'Direct debit', text: `No. ${between(`no ${day}`, 1000, 9999)}` }] : []),
    ], // prettier-ignore
  },
  {
    number: 'XX12000011112222555566',
    opening: -66_079,
    payments: (day) => [
      ...(chance(`shop ${day}`) < 0.4 ? [{ amount: -between(`shop sum ${day}`, 1_200, 9_800), name: SHOPS[between(`which ${day}`, 0, 3)]!, text: 'Card payment' }] : []),
      ...(chance(`out ${day}`) < 0.1 ? [{ amount: -between(`out sum ${day}`, 900, 4_200), name: 'Cinema at the lock', text: 'Card payment' }] : []),
    ], // prettier-ignore
  },
  { number: 'XX12000011112222777788', opening: 665_500, payments: () => [] },
];

/**
 * The bank, whose clock says a day; `today` is asked where it has not been set. Its book begins with the month up to which
 * the demo household has entered everything.
 */
export function createBank(today: () => string, month: Month): Express {
  const begins = firstDay(month);
  const app = express();
  const behaviour: Behaviour = { delay: 0, answer: 'right', clock: null };
  app.use(behaviourRoutes(behaviour));

  app.get('/accounts', (_request, response) => {
    response.json({ accounts: ACCOUNTS.map(({ number }) => ({ number })) });
  });

  app.get('/accounts/:number/statement', (request, response) => {
    const account = ACCOUNTS.find(({ number }) => number === request.params.number.replace(/\s/g, ''));
    if (!account) return void response.status(404).json({ error: 'There is no such account.' });
    const until = behaviour.clock ?? today();
    const fromParam = String(request.query.from ?? '');
    const from = isDay(fromParam) && fromParam > begins ? fromParam : begins;
    const statement = statementOf(account, begins, { from, until }, behaviour.answer === 'repeating');
    if (request.query.format === 'ofx') return void response.type('application/x-ofx').send(asOfx(statement));
    const text = asCamt(statement);
    // A line that broke off on its way.
    response.type('application/xml').send(behaviour.answer === 'malformed' ? text.slice(0, text.length * 0.6) : text);
  });
  return app;
}

interface BankStatement {
  readonly number: string;
  readonly from: string;
  readonly until: string;
  readonly opening: number;
  readonly closing: number;
  readonly payments: readonly Payment[];
}

function statementOf(
  account: BankAccount,
  begins: string,
  { from, until }: { readonly from: string; readonly until: string },
  isRepeated: boolean,
): BankStatement {
  const paymentsIn = (first: string, last: string) =>
    eachDay(first, last).flatMap((date) =>
      account.payments(date).map((payment, nth): Payment => ({
        ...payment,
        date,
        reference: `${account.number.slice(-4)}-${date.replaceAll('-', '')}-${nth + 1}`,
      })),
    );
  const sum = (payments: readonly Payment[]) => payments.reduce((total, { amount }) => total + amount, 0);
  const opening = account.opening + sum(paymentsIn(begins, addDays(from, -1)));
  const payments = paymentsIn(from, until);
  // A bank that repeats itself lists everything twice, with the same references.
  return { number: account.number, from, until: until < from ? from : until, opening, closing: opening + sum(payments), payments: isRepeated ? [...payments, ...payments] : payments }; // prettier-ignore
}

const money = (cents: number) => (Math.abs(cents) / 100).toFixed(2);
const direction = (cents: number) => `<CdtDbtInd>${cents < 0 ? 'DBIT' : 'CRDT'}</CdtDbtInd>`;

function asCamt({ number, from, until, opening, closing, payments }: BankStatement): string {
  const balance = (code: string, cents: number, day: string) =>
    `<Bal><Tp><CdOrPrtry><Cd>${code}</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">${money(cents)}</Amt>${direction(cents)}<Dt><Dt>${day}</Dt></Dt></Bal>`;
  const entries = payments.map(
    ({ date, amount, name, text, reference }) =>
      `<Ntry><Amt Ccy="EUR">${money(amount)}</Amt>${direction(amount)}<Sts><Cd>BOOK</Cd></Sts><BookgDt><Dt>${date}</Dt></BookgDt><ValDt><Dt>${date}</Dt></ValDt><AcctSvcrRef>${reference}</AcctSvcrRef><NtryDtls><TxDtls><RltdPties><${amount < 0 ? 'Cdtr' : 'Dbtr'}><Pty><Nm>${name}</Nm></Pty></${amount < 0 ? 'Cdtr' : 'Dbtr'}></RltdPties><RmtInf><Ustrd>${text}</Ustrd></RmtInf></TxDtls></NtryDtls></Ntry>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.053.001.08"><BkToCstmrStmt>
<GrpHdr><MsgId>${number.slice(-4)}-${until}</MsgId><CreDtTm>${until}T06:00:00</CreDtTm></GrpHdr>
<Stmt><Id>${from}-${until}</Id><Acct><Id><IBAN>${number}</IBAN></Id><Ccy>EUR</Ccy></Acct>
${balance('OPBD', opening, from)}
${balance('CLBD', closing, until)}
${entries.join('\n')}
</Stmt></BkToCstmrStmt></Document>
`;
}

function asOfx({ number, from, until, closing, payments }: BankStatement): string {
  const day = (text: string) => text.replaceAll('-', '');
  const signed = (cents: number) => `${cents < 0 ? '-' : ''}${money(cents)}`;
  const entries = payments.map(
    ({ date, amount, name, text, reference }) =>
      `<STMTTRN><TRNTYPE>${amount < 0 ? 'DEBIT' : 'CREDIT'}<DTPOSTED>${day(date)}<TRNAMT>${signed(amount)}<FITID>${reference}<NAME>${name}<MEMO>${text}</STMTTRN>`,
  );
  return `OFXHEADER:100
DATA:OFXSGML
VERSION:102
ENCODING:UTF-8

<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>EUR<BANKACCTFROM><BANKID>0000<ACCTID>${number}<ACCTTYPE>CHECKING</BANKACCTFROM>
<BANKTRANLIST><DTSTART>${day(from)}<DTEND>${day(until)}
${entries.join('\n')}
</BANKTRANLIST><LEDGERBAL><BALAMT>${signed(closing)}<DTASOF>${day(until)}</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>
`;
}
