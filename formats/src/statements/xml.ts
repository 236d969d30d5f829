import { SaxesParser } from 'saxes';
import { messageFor, type Message } from '../message.ts';
import { StatementError } from './statement.ts';

/** An element of an XML file, with where it begins. Prefixes are left out. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  text: string;
  readonly children: XmlElement[];
  readonly line: number;
  readonly column: number;
}

/** States how deep elements may stand in each other: statements are flat, files made to do harm are not. */
const DEEPEST = 60;

/** Reads an XML file as a tree. Throws `StatementError` with line and column where it is not well-formed. */
export function readXml(text: string): XmlElement {
  const parser = new SaxesParser({ xmlns: false });
  const path: XmlElement[] = [];
  let root: XmlElement | null = null;
  const fail = (message: Message): never => {
    throw new StatementError(
      messageFor('formats.place.lineAndColumn', { line: parser.line, column: parser.column + 1 }),
      message,
    );
  };
  parser.on('error', (error) =>
    fail(messageFor('formats.statement.invalidXml', { reason: error.message.replace(/^\d+:\d+: /, '') })),
  );
  parser.on('doctype', () => fail(messageFor('formats.statement.doctype')));
  parser.on('opentag', ({ name, attributes }) => {
    if (path.length >= DEEPEST) fail(messageFor('formats.statement.tooDeep'));
    const element: XmlElement = {
      name: name.slice(name.indexOf(':') + 1),
      attributes,
      text: '',
      children: [],
      line: parser.line,
      column: parser.column,
    };
    path.at(-1)?.children.push(element);
    root ??= element;
    path.push(element);
  });
  const words = (part: string) => {
    const element = path.at(-1);
    if (element) element.text += part;
  };
  parser.on('text', words);
  parser.on('cdata', words);
  parser.on('closetag', () => void path.pop());
  parser.write(text).close();
  if (!root)
    throw new StatementError(
      null,
      messageFor('formats.statement.invalidXml', { reason: messageFor('formats.statement.elementHasNo') }),
    );
  return root;
}

/** The first element on a path of names below one; `undefined` where there is none. */
export function elementAt(element: XmlElement | undefined, ...names: readonly string[]): XmlElement | undefined {
  return names.reduce<XmlElement | undefined>(
    (element, name) => element?.children.find((child) => child.name === name),
    element,
  );
}

/** All elements with a name right below one. */
export function elementsAt(element: XmlElement | undefined, name: string): XmlElement[] {
  return element?.children.filter((child) => child.name === name) ?? [];
}

/** The text of an element on a path; empty where there is none. */
export function textAt(element: XmlElement | undefined, ...names: readonly string[]): string {
  return elementAt(element, ...names)?.text.trim() ?? '';
}

/** Where an element stands, in words. */
export function placeOf({ name, line }: XmlElement): Message {
  return messageFor('formats.place.element', { name, line });
}
