import { isDay } from '@haushalt/core';
import { messageFor } from '../message.ts';
import {
  StatementError,
  described,
  referenceOf,
  type Statement,
  type StatementEntry,
  type StatementFile,
} from './statement.ts';
import { elementAt, elementsAt, placeOf, readXml, textAt, type XmlElement } from './xml.ts';

/**
 * OFX of versions 1 (SGML, whose values have no end tags) and 2 (XML): bank and credit card statements. Source: Open
 * Financial Exchange specification 2.2, chapter 11.
 */
export function readOfx(text: string): StatementFile {
  const root = /<\?OFX\b|<\?xml\b/i.test(text.slice(0, 2000)) ? readXml(text) : readSgml(text);
  const elements = within(root, ['STMTRS', 'CCSTMTRS']);
  if (elements.length === 0) throw new StatementError(placeOf(root), messageFor('formats.statement.none'));
  return { format: 'ofx', statements: elements.map(readOne) };
}

function readOne(element: XmlElement): Statement {
  const from = elementAt(element, 'BANKACCTFROM') ?? elementAt(element, 'CCACCTFROM');
  const balance = elementAt(element, 'LEDGERBAL');
  return {
    account: textAt(from, 'ACCTID'),
    currency: textAt(element, 'CURDEF'),
    opening: null,
    closing: balance ? { date: dayOf(balance, 'DTASOF'), amount: amountOf(balance, 'BALAMT') } : null,
    entries: elementsAt(elementAt(element, 'BANKTRANLIST'), 'STMTTRN').map(entryOf),
  };
}

function entryOf(element: XmlElement, index: number): StatementEntry {
  const payee = textAt(element, 'NAME') || textAt(element, 'PAYEE', 'NAME');
  return {
    date: dayOf(element, 'DTPOSTED'),
    what: described([payee, textAt(element, 'MEMO')]) || textAt(element, 'TRNTYPE'),
    amount: amountOf(element, 'TRNAMT'),
    reference: referenceOf(textAt(element, 'FITID')),
    place: messageFor('formats.place.nthElement', { name: 'STMTTRN', nth: index + 1, line: element.line }),
  };
}

function amountOf(element: XmlElement, name: string): number {
  const text = textAt(element, name);
  if (!/^[+-]?\d{1,15}([.,]\d{0,5})?$/.test(text)) {
    const cause = elementAt(element, name) ?? element;
    throw new StatementError(
      placeOf(cause),
      text === ''
        ? messageFor('formats.statement.elementMissing', { name })
        : messageFor('formats.statement.invalidAmount', { text }),
    );
  }
  return Number(text.replace(',', '.'));
}

/** Days are written `20261103`, often with a time and a zone behind them. */
function dayOf(element: XmlElement, name: string): string {
  const text = textAt(element, name);
  const day = `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6, 8)}`;
  if (!isDay(day))
    throw new StatementError(
      placeOf(elementAt(element, name) ?? element),
      messageFor('formats.statement.invalidDate', { text }),
    );
  return day;
}

/** States how deep elements may stand in each other. */
const DEEPEST = 60;

/** All elements with one of some names, wherever they stand. */
function within(element: XmlElement, names: readonly string[]): XmlElement[] {
  if (names.includes(element.name)) return [element];
  return element.children.flatMap((child) => within(child, names));
}

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'", nbsp: ' ' };

/** OFX of version 1 as a tree: what has text right behind its tag is a value and ends by itself. */
function readSgml(text: string): XmlElement {
  const begin = text.search(/<OFX>/i);
  if (begin < 0) throw new StatementError(null, messageFor('formats.statement.noOfx'));
  let line = text.slice(0, begin).split('\n').length;
  const root: XmlElement = { name: 'OFX', attributes: {}, text: '', children: [], line, column: 1 };
  const path: XmlElement[] = [];
  const parts = /<(\/?)([A-Za-z0-9_.]+)>([^<]*)/g;
  parts.lastIndex = begin;
  for (let match = parts.exec(text); match; match = parts.exec(text)) {
    const [whole, slash, tag, value] = match as unknown as [string, string, string, string];
    const name = tag.toUpperCase();
    if (slash === '/') {
      const index = path.findLastIndex((each) => each.name === name);
      // The end tag of a value that ended by itself says nothing new.
      if (index >= 0) path.length = index;
    } else if (path.length === 0) path.push(root);
    else {
      const words = value.trim().replace(/&(\w+);/g, (entity, key: string) => ENTITIES[key.toLowerCase()] ?? entity);
      const element: XmlElement = { name, attributes: {}, text: words, children: [], line, column: 1 };
      path.at(-1)!.children.push(element);
      if (words === '' && !hasNoValue(text, parts.lastIndex, tag)) path.push(element);
      if (path.length > DEEPEST) throw new StatementError(placeOf(element), messageFor('formats.statement.tooDeep'));
    }
    line += whole.split('\n').length - 1;
  }
  return root;
}

/** Returns whether a tag without text is an empty value, closed at once, and no aggregate. */
function hasNoValue(text: string, index: number, tag: string): boolean {
  return text.startsWith(`</${tag}>`, index);
}
