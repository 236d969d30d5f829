import { english, saidBy } from '../../../core/src/testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessCsv, lookAtCsv, readCsv, readDate, readDecimal } from './csv.ts';
import { formatOf, readStatement } from './readStatement.ts';
import { StatementError } from './statement.ts';
import { runs } from '../../../core/src/testing/setup.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readStatement(bytes(text));
const brief = (text: string) =>
  read(text).statements.map(({ account, entries }) => [account, entries.map(({ date, what, amount }) => [date, what, amount])]); // prettier-ignore
const failure = (text: string | Uint8Array) => {
  try {
    readStatement(typeof text === 'string' ? bytes(text) : text);
    return 'read';
  } catch (error) {
    if (!(error instanceof StatementError)) throw error;
    return saidBy(error);
  }
};

/** A camt message of some version, with entries. */
const camt = (entries: string, { version = '02', report = false, balances = '' } = {}) => {
  const [message, one] = report ? ['BkToCstmrAcctRpt', 'Rpt'] : ['BkToCstmrStmt', 'Stmt'];
  return `<?xml version="1.0" encoding="UTF-8"?>
<Document xmlns="urn:iso:std:iso:20022:tech:xsd:camt.05${report ? 2 : 3}.001.${version}">
  <${message}><GrpHdr><MsgId>M1</MsgId></GrpHdr>
  <${one}><Id>S1</Id><Acct><Id><IBAN>XX12000011112222333344</IBAN></Id><Ccy>EUR</Ccy></Acct>
  ${balances}${entries}
  </${one}></${message}></Document>`;
};
const entry = (amount: string, direction: 'CRDT' | 'DBIT', more = '') =>
  `<Ntry><Amt Ccy="EUR">${amount}</Amt><CdtDbtInd>${direction}</CdtDbtInd><Sts>BOOK</Sts>
   <BookgDt><Dt>2026-11-03</Dt></BookgDt><ValDt><Dt>2026-11-04</Dt></ValDt>${more}</Ntry>`;
const detail = (more: string) => `<TxDtls>${more}</TxDtls>`;
const party = (role: string, name: string) => `<RltdPties><${role}><Nm>${name}</Nm></${role}></RltdPties>`;

describe('camt', () => {
  it('is read with who it was, what for, and the bank’s reference', () => {
    const file = read(
      camt(
        entry('42.50', 'DBIT', `<AcctSvcrRef>A1</AcctSvcrRef><NtryDtls>${detail(`${party('Cdtr', 'Corner shop')}<RmtInf><Ustrd>Card</Ustrd><Ustrd>4471</Ustrd></RmtInf>`)}</NtryDtls>`) +
          entry('2480', 'CRDT', `<NtryDtls>${detail(`<Refs><EndToEndId>E9</EndToEndId></Refs>${party('Dbtr', 'Ward')}`)}</NtryDtls>`),
        { balances: '<Bal><Tp><CdOrPrtry><Cd>OPBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">10</Amt><CdtDbtInd>DBIT</CdtDbtInd><Dt><Dt>2026-11-01</Dt></Dt></Bal><Bal><Tp><CdOrPrtry><Cd>CLBD</Cd></CdOrPrtry></Tp><Amt Ccy="EUR">2427.50</Amt><CdtDbtInd>CRDT</CdtDbtInd><Dt><Dt>2026-11-30</Dt></Dt></Bal>' },
      ),
    ); // prettier-ignore
    expect(file.format).toBe('camt.053');
    expect(file.statements).toMatchObject([
      {
        account: 'XX12000011112222333344',
        currency: 'EUR',
        opening: { date: '2026-11-01', amount: -10 },
        closing: { date: '2026-11-30', amount: 2427.5 },
        entries: [
          { date: '2026-11-03', what: 'Corner shop, Card, 4471', amount: -42.5, reference: 'A1' },
          { date: '2026-11-03', what: 'Ward', amount: 2480, reference: 'E9' },
        ],
      },
    ]);
  });

  it.each(['02', '03', '04', '05', '06', '07', '08'])('of version %s is read, whatever its state and parties look like', (version) => {
    const isNew = Number(version) >= 8;
    const state = isNew ? '<Sts><Cd>BOOK</Cd></Sts>' : '<Sts>BOOK</Sts>';
    const who = isNew ? '<RltdPties><Cdtr><Pty><Nm>Bakery</Nm></Pty></Cdtr></RltdPties>' : party('Cdtr', 'Bakery');
    const text = `<Ntry><Amt Ccy="EUR">3.20</Amt><CdtDbtInd>DBIT</CdtDbtInd>${state}<BookgDt><DtTm>2026-11-05T10:00:00+01:00</DtTm></BookgDt><NtryDtls>${detail(who)}</NtryDtls></Ntry>`;
    expect(brief(camt(text, { version }))[0]![1]).toEqual([['2026-11-05', 'Bakery', -3.2]]);
    expect(read(camt(text, { version, report: true })).format).toBe('camt.052');
  }); // prettier-ignore

  it('has a batch as its parts where they come to the whole, else as one', () => {
    const parts = (second: string) =>
      `<AcctSvcrRef>B7</AcctSvcrRef><NtryDtls><Btch><NbOfTxs>2</NbOfTxs></Btch>${detail(`<AmtDtls><TxAmt><Amt Ccy="EUR">10.10</Amt></TxAmt></AmtDtls>${party('Cdtr', 'One')}`)}${detail(`<Amt Ccy="EUR">${second}</Amt><CdtDbtInd>DBIT</CdtDbtInd>${party('Cdtr', 'Two')}`)}</NtryDtls>`;
    const entries = read(camt(entry('30.30', 'DBIT', parts('20.20')))).statements[0]!.entries;
    expect(entries).toMatchObject([
      { what: 'One', amount: -10.1, reference: 'B7/1' },
      { what: 'Two', amount: -20.2, reference: 'B7/2' },
    ]);
    expect(read(camt(entry('30.30', 'DBIT', parts('5')))).statements[0]!.entries).toMatchObject([{ amount: -30.3, reference: 'B7' }]);
  }); // prettier-ignore

  it('counts a reversal the way its indicator says, leaves out what is pending, and knows several accounts', () => {
    const reversal = entry('12', 'CRDT', '<RvslInd>true</RvslInd>');
    const pending = entry('99', 'DBIT').replace('BOOK', 'PDNG');
    expect(brief(camt(reversal + pending))[0]![1]).toEqual([['2026-11-03', '', 12]]);
    const two = camt(entry('1', 'DBIT')).replace('</Stmt>', '</Stmt><Stmt><Id>S2</Id><Acct><Id><Othr><Id>4471</Id></Othr></Id></Acct>' + entry('2', 'CRDT') + '</Stmt>'); // prettier-ignore
    expect(brief(two).map(([account]) => account)).toEqual(['XX12000011112222333344', '4471']);
  });

  it.each([
    ['no amount', camt('<Ntry><CdtDbtInd>DBIT</CdtDbtInd><BookgDt><Dt>2026-11-03</Dt></BookgDt></Ntry>'), 'Element Ntry in line 5: The element Amt is missing.'],
    ['a wrong amount', camt(entry('1,50', 'DBIT')), '“1,50” is not a valid amount'],
    ['a wrong day', camt(entry('1', 'DBIT').replaceAll('2026-11-03', '2026-13-03')), '“2026-13-03” is not a valid date'],
    ['a broken element', camt('<Ntry><Amt>1</Ntry>'), 'Line 5, column '],
    ['no statement', '<?xml version="1.0"?><Document><Other/></Document>', 'does not contain an account statement'],
    ['a document type', '<?xml version="1.0"?><!DOCTYPE Document [<!ENTITY a "b">]><Document/>', 'document type'],
    ['elements without end', `<?xml version="1.0"?><Document>${'<a>'.repeat(100)}`, 'nested too deeply'],
  ])('with %s is refused, and says where', (_, text, words) => {
    expect(failure(text)).toContain(words);
  }); // prettier-ignore
});

const OFX1 = `OFXHEADER:100
DATA:OFXSGML
VERSION:102

<OFX><BANKMSGSRSV1><STMTTRNRS><STMTRS><CURDEF>EUR
<BANKACCTFROM><BANKID>0000<ACCTID>22223333<ACCTTYPE>CHECKING</BANKACCTFROM>
<BANKTRANLIST><DTSTART>20261101<DTEND>20261130
<STMTTRN><TRNTYPE>DEBIT<DTPOSTED>20261103120000[+1:CET]<TRNAMT>-42.50<FITID>F1<NAME>Corner shop &amp; more<MEMO>Card
</STMTTRN>
<STMTTRN><TRNTYPE>CREDIT<DTPOSTED>20261127<TRNAMT>2480,00<FITID>F2<NAME>Ward</STMTTRN>
</BANKTRANLIST><LEDGERBAL><BALAMT>100.25<DTASOF>20261130</LEDGERBAL></STMTRS></STMTTRNRS></BANKMSGSRSV1></OFX>`;
const OFX2 = `<?xml version="1.0"?><?OFX OFXHEADER="200" VERSION="211"?>
<OFX><CREDITCARDMSGSRSV1><CCSTMTTRNRS><CCSTMTRS><CURDEF>EUR</CURDEF><CCACCTFROM><ACCTID>5555</ACCTID></CCACCTFROM>
<BANKTRANLIST><STMTTRN><TRNTYPE>DEBIT</TRNTYPE><DTPOSTED>20261104</DTPOSTED><TRNAMT>-9.99</TRNAMT><FITID>G1</FITID><NAME>Cinema</NAME><MEMO></MEMO></STMTTRN></BANKTRANLIST>
</CCSTMTRS></CCSTMTTRNRS></CREDITCARDMSGSRSV1></OFX>`;

describe('OFX', () => {
  it('of version 1 is read, whose values have no end', () => {
    expect(read(OFX1)).toMatchObject({
      format: 'ofx',
      statements: [
        {
          account: '22223333',
          currency: 'EUR',
          closing: { date: '2026-11-30', amount: 100.25 },
          entries: [
            { date: '2026-11-03', what: 'Corner shop & more, Card', amount: -42.5, reference: 'F1' },
            { date: '2026-11-27', what: 'Ward', amount: 2480, reference: 'F2' },
          ],
        },
      ],
    });
  });

  it('of version 2, of a card, is read', () => {
    expect(brief(OFX2)).toEqual([['5555', [['2026-11-04', 'Cinema', -9.99]]]]);
  });

  it.each([
    ['a wrong amount', OFX1.replace('-42.50', 'much'), 'Element TRNAMT in line 8: “much” is not a valid amount.'],
    ['a wrong day', OFX1.replace('20261103120000', '20261399'), 'Element DTPOSTED in line 8: “20261399'],
    ['no statement', 'OFXHEADER:100\n<OFX><SIGNONMSGSRSV1></OFX>', 'does not contain an account statement'],
    ['a broken element', OFX2.replace('</NAME>', ''), 'Line 3, column'],
    ['nothing but a header', 'OFXHEADER:100\nVERSION:102', 'no OFX element'],
  ])('with %s is refused, and says where', (_, text, words) => {
    expect(failure(text)).toContain(words);
  });
});

const MT = `:20:STARTUMS
:25:12345678/0022223333
:28C:00011/001
:60F:C261101EUR1000,00
:61:2611031103D42,50NMSCNONREF//REF1
:86:105?00LASTSCHRIFT?20EREF+77 SVWZ+Weekly?21 food?32Corner shop
:61:2611041104RC5,NMSCNONREF
:86:Cancelled refund
of May
:61:2701021231C2480,00NTRFNONREF//REF3
:62F:C261130EUR3432,50
-`;

describe('MT940', () => {
  it('is read with its balances, reversals and what each was for', () => {
    expect(read(MT)).toMatchObject({
      format: 'mt940',
      statements: [
        {
          account: '0022223333',
          currency: 'EUR',
          opening: { date: '2026-11-01', amount: 1000 },
          closing: { date: '2026-11-30', amount: 3432.5 },
          entries: [
            { date: '2026-11-03', what: 'Corner shop, Weekly food', amount: -42.5, reference: 'REF1' },
            { date: '2026-11-04', what: 'Cancelled refund, of May', amount: -5, reference: '' },
            { date: '2026-12-31', amount: 2480, reference: 'REF3' },
          ],
        },
      ],
    });
  });

  it('has a statement for each account', () => {
    expect(read(`${MT}\n${MT.replace('0022223333', '99')}`).statements.map(({ account }) => account)).toEqual(['0022223333', '99']); // prettier-ignore
  });

  it.each([
    ['a wrong entry', MT.replace('D42,50', 'X42'), 'Field 61 in line 5'],
    [
      'a wrong balance',
      MT.replace('C261101EUR1000,00', 'a lot'),
      'Field 60F in line 4: “a lot” is not a valid balance.',
    ],
    ['a wrong day', MT.replace('2611031103D', '2613031103D'), 'Field 61 in line 5: “261303” is not a valid date'],
  ])('with %s is refused, and says where', (_, text, words) => {
    expect(failure(text)).toContain(words);
  });
});

const GERMAN = `Kontoinhaber;Muster
Zeitraum;01.11.2026 - 30.11.2026

Buchungstag;Wertstellung;Begünstigter;Verwendungszweck;Betrag;Saldo
27.11.2026;27.11.2026;Station;Gehalt;2.480,00;3.437,50
03.11.2026;04.11.2026;Laden;"Karte; 4471";-42,50;957,50
Umsatzende;;;;;
`;
const IRISH = `Posted Account, Posted Transactions Date, Description, Debit Amount, Credit Amount,Balance
"0022","03/11/2026","CORNER SHOP",42.50,,"1,957.50"
"0022","27/11/2026","WARD PAY",,"2,480.00","4,437.50"
`;
const AMERICAN = `Date\tDescription\tAmount\tTransaction ID
11/03/2026\tCorner shop\t(42.50)\tT1
11/27/2026\tPay\t2,480.00\tT2
`;

describe('a table of a bank', () => {
  it.each([
    ['German', GERMAN, { separator: ';', decimal: ',', dates: 'dmy', heading: 4, date: 'Buchungstag', amount: 'Betrag', balance: 'Saldo' }],
    ['Irish', IRISH, { separator: ',', decimal: '.', dates: 'dmy', heading: 1, paid: 'Debit Amount', received: 'Credit Amount', amount: '' }],
    ['American', AMERICAN, { separator: '\t', decimal: '.', dates: 'mdy', reference: 'Transaction ID' }],
  ])('of a %s bank is guessed, and read', (_, text, format) => {
    expect(guessCsv(bytes(text)).format).toMatchObject(format);
    const [statement] = read(text).statements;
    expect(statement!.entries.map(({ date, amount }) => [date, amount]).sort()).toEqual([['2026-11-03', -42.5], ['2026-11-27', 2480]]);
  }); // prettier-ignore

  it('says what stands in its columns, and the balance of its newest line', () => {
    const [german] = read(GERMAN).statements;
    expect(german!.entries.map(({ what, place }) => [what, place])).toEqual([['Station, Gehalt', 'Line 5'], ['Laden, Karte; 4471', 'Line 6']]); // prettier-ignore
    expect(german!.closing).toEqual({ date: '2026-11-27', amount: 3437.5 });
    expect(read(IRISH).statements[0]!.closing).toEqual({ date: '2026-11-27', amount: 4437.5 });
    expect(read(AMERICAN).statements[0]!.entries[0]!.reference).toBe('T1');
  });

  it('in a western encoding is read with its letters', () => {
    const latin = Uint8Array.from([...GERMAN].map((letter) => letter.charCodeAt(0)));
    expect(guessCsv(latin).format).toMatchObject({ encoding: 'windows-1252' });
    expect(guessCsv(latin).headings).toContain('Begünstigter');
    expect(readStatement(latin).statements[0]!.entries).toHaveLength(2);
  });

  it('is read otherwise when it was guessed wrongly', () => {
    const ambiguous = 'When,What,Sum\n03/04/2026,Shop,-1.00\n05/04/2026,Shop,-2.00\n';
    const { format } = guessCsv(bytes(ambiguous));
    expect(readCsv(bytes(ambiguous), format).statements[0]!.entries[0]!.date).toBe('2026-04-03');
    const american = readCsv(bytes(ambiguous), { ...format, dates: 'mdy' });
    expect(american.statements[0]!.entries[0]!.date).toBe('2026-03-04');
    expect(lookAtCsv(bytes(ambiguous), { ...format, heading: 2 }).headings).toEqual(['03/04/2026', 'Shop', '-1.00']);
    expect(guessCsv(bytes(ambiguous), 'mdy').format.dates).toBe('mdy');
  });

  it.each([
    ['a wrong amount', GERMAN.replace('-42,50', 'viel'), 'Line 6, column “Betrag”: “viel” is not a valid amount.'],
    [
      'a wrong day',
      GERMAN.replace('03.11.2026', '33.11.2026'),
      'Line 6, column “Buchungstag”: “33.11.2026” is not a valid date',
    ],
    ['nothing', '', 'The file is empty.'],
    ['words alone', 'Dear customer,\nyour statement is ready.\n', 'cannot read this file as a statement'],
    ['headings alone', 'Date,Text,Amount\n', ''],
  ])('with %s is refused, and says where', (_, text, words) => {
    expect(failure(text)).toContain(words);
    expect(failure(text)).not.toBe('read');
  });

  it('with few lines that cannot be read has the others, and says which are left out', () => {
    const lines = Array.from({ length: 9 }, (_, nth) => `0${nth + 1}.11.2026;;Laden;Nr. ${nth};-${nth + 1},50;`);
    const text = `${GERMAN.split('\n').slice(0, 4).join('\n')}\n${lines.join('\n')}\n`;
    const entries = readStatement(bytes(text)).statements[0]!.entries;
    expect(entries).toHaveLength(9);
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(8), { maxLength: 4 }), fc.boolean(), (wrong, isDay) => {
        const damaged = lines.map((line, nth) =>
          wrong.includes(nth) ? line.replace(isDay ? /^../ : /-\d,50/, isDay ? '44' : 'viel') : line,
        );
        const read = readStatement(bytes(text.replace(lines.join('\n'), damaged.join('\n'))));
        expect(read.statements[0]!.entries).toEqual(entries.filter((_, nth) => !wrong.includes(nth)));
        const places = [...wrong].sort((a, b) => a - b).map((nth) => `Line ${nth + 5}, column “${isDay ? 'Buchungstag' : 'Betrag'}”`); // prettier-ignore
        expect((read.unreadable ?? []).map((text) => english(text).split(': ')[0])).toEqual(places);
      }),
    );
  });

  it('has amounts with their signs anywhere', () => {
    const amounts: [string, '.' | ',', number | null][] = [
      ['1,234.50', '.', 1234.5], ['1.234,50-', ',', -1234.5], ['(12.00)', '.', -12], ['-7', '.', -7], ['−7,5', ',', -7.5],
      ['12.00 DR', '.', -12], ['12.00 CR', '.', 12], ['€ 3.50', '.', 3.5], ['EUR 3,50', ',', 3.5], ['5,00 S', ',', -5], ['x', '.', null], ['1.2.3', ',', 123],
    ]; // prettier-ignore
    for (const [text, decimal, amount] of amounts) expect([text, readDecimal(text, decimal)]).toEqual([text, amount]);
  });

  it('has days in the order that is said', () => {
    expect(readDate('2026-11-03', 'ymd')).toBe('2026-11-03');
    expect(readDate('20261103', 'ymd')).toBe('2026-11-03');
    expect(readDate('3.11.26', 'dmy')).toBe('2026-11-03');
    expect(readDate('31/11/2026', 'dmy')).toBeNull();
  });

  it('is read as it was written, whatever its separator, signs and order', () => {
    const row = fc.record({
      day: fc.integer({ min: 0, max: 1500 }),
      amount: fc.integer({ min: -999_999, max: 999_999 }).filter((amount) => amount !== 0),
      what: fc.constantFrom('Corner shop', 'Pay; "May"', 'Zoë, baker', 'a\tb'),
    });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 13, maxLength: 30 }),
        fc.constantFrom(';' as const, ',' as const, '\t' as const, '|' as const),
        fc.boolean(),
        (rows, separator, isParted) => {
          const decimal = separator === ',' ? '.' : ',';
          const figure = (minor: number) => (minor / 100).toFixed(2).replace('.', decimal);
          const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;
          const days = rows.map(({ day }) => new Date(Date.UTC(2026, 0, 13) + day * 86_400_000).toISOString().slice(0, 10));
          const lines = rows.map(({ amount, what }, index) => {
            const [year, month, day] = days[index]!.split('-');
            const amounts = isParted ? [amount < 0 ? figure(-amount) : '', amount > 0 ? figure(amount) : ''] : [figure(amount)];
            return [`${day}/${month}/${year}`, quoted(what), ...amounts].join(separator);
          });
          const head = isParted ? ['Date', 'Details', 'Debit', 'Credit'] : ['Date', 'Details', 'Amount'];
          const text = [head.join(separator), ...lines].join('\r\n');
          // With only the middle of months the order of a date cannot be told.
          if (!days.some((day) => Number(day.slice(8)) > 12)) return;
          const match = readCsv(bytes(text), { ...guessCsv(bytes(text)).format }).statements[0]!.entries;
          expect(match.map(({ date, amount }) => [date, Math.round(amount * 100)])).toEqual(rows.map(({ amount }, index) => [days[index], amount]));
        },
      ),
      runs(60),
    );
  }); // prettier-ignore
});

describe('any file', () => {
  it('is told by how it begins', () => {
    expect([camt(''), camt('', { report: true }), OFX1, OFX2, MT, GERMAN].map(formatOf)).toEqual(['camt.053', 'camt.052', 'ofx', 'ofx', 'mt940', 'csv']); // prettier-ignore
  });

  it('that is broken anywhere is read or refused with a sentence, and nothing else', () => {
    const files = [camt(entry('42.50', 'DBIT')), OFX1, OFX2, MT, GERMAN, IRISH];
    fc.assert(
      fc.property(fc.constantFrom(...files), fc.nat(2000), fc.nat(40), fc.constantFrom('', '<', '"', ',', '\u0000', '9'), (text, index, length, put) => {
        const broken = text.slice(0, index % text.length) + put + text.slice((index % text.length) + length);
        expect(typeof failure(broken)).toBe('string');
      }),
      runs(300),
    ); // prettier-ignore
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (noise) => {
        expect(typeof failure(noise)).toBe('string');
      }),
      runs(100),
    );
  });
});
