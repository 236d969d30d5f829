import { CALCULATORS, commandForSettings, inOrder, type CalculatorTable, type Row } from '@haushalt/core';
import { useState, type FormEvent, type KeyboardEvent, type ReactNode } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import Form from 'react-bootstrap/Form';
import { useSearchParams } from 'react-router';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSpelling } from '../plan/useSpelling.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import './calculators.scss';
import { radioKeys, radioTab } from '../../ui/radioKeys.ts';
import { say, t } from '../../language/language.ts';

interface CalculatorPageProps<T extends CalculatorTable> {
  readonly table: T;
  readonly title: string;
  /** States what stands here while there is none: a heading and a sentence. */
  readonly nothing: { readonly heading: string; readonly words: string };
  /** States what a new one may be, where there are kinds of them. */
  readonly kinds?: readonly { readonly words: string; readonly settings: Readonly<Record<string, string>> }[];
  readonly tools?: ReactNode;
  /** The page of one of them. */
  readonly children: (row: Row<T>) => ReactNode;
}

/** The frame of a calculator's page: which there are, which one is open, and what can be done with it. */
export function CalculatorPage<T extends CalculatorTable>(props: CalculatorPageProps<T>) {
  const { table, title, nothing, kinds = [], tools, children } = props;
  const send = useSend();
  const { document } = useSessionState();
  const [search, setSearch] = useSearchParams();
  const [asking, setAsking] = useState<'new' | 'rename' | null>(null);
  const { word } = CALCULATORS[table];
  const rows = inOrder(document[table].values() as Iterable<Row<CalculatorTable>>);
  // Offers stand with the loan they are for.
  const loanOf = (row: Row<CalculatorTable>) => ('offerOf' in row ? row.offerOf : null);
  const listed = rows.filter((row) => loanOf(row) === null);
  const shown = rows.find((row) => row.id === search.get('show')) ?? listed[0];
  const chosen = shown && (loanOf(shown) ?? shown.id);
  const show = (id: string) =>
    setSearch(
      (before) => {
        before.set('show', id);
        return before;
      },
      { replace: true },
    );

  const duplicate = () => {
    const as = newId();
    const copy = { kind: 'calculator.copy', calculator: shown!.id, as, name: null, offer: false } as const;
    if (send(copy) === null) show(as);
  };
  const remove = () => {
    const { id, name } = shown!;
    send({ kind: 'calculator.delete', calculator: id }, t('calculators.deleted', { name }));
  };
  const dialog = asking && (
    <NameDialog
      title={asking === 'new' ? t('calculators.new', { word }) : t('calculators.rename', { name: shown?.name ?? '' })}
      name={asking === 'new' ? '' : (shown?.name ?? '')}
      kinds={asking === 'new' ? kinds : []}
      onName={(name, settings) => {
        const id = asking === 'new' ? newId() : shown!.id;
        const refused = send(commandForSettings(table, id, { ...settings, name }), undefined, true);
        if (!refused) show(id);
        return say(refused?.message ?? null);
      }}
      onClose={() => setAsking(null)}
    />
  );

  if (!shown)
    return (
      <div className="empty-state">
        <h2>{nothing.heading}</h2>
        <p>{nothing.words}</p>
        <button type="button" className="btn btn-primary" onClick={() => setAsking('new')}>
          {t('calculators.new', { word })}
        </button>
        {dialog}
      </div>
    );
  return (
    <div className="calculator-page" onKeyDown={keyDown}>
      <div className="page-head">
        <h2>{title}</h2>
        <div className="calculator-page-list" role="radiogroup" tabIndex={-1} aria-label={title} onKeyDown={radioKeys}>
          {listed.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              role="radio"
              aria-checked={id === chosen}
              tabIndex={radioTab(id === chosen)}
              title={name}
              onClick={() => show(id)}
            >
              {name}
            </button>
          ))}
        </div>
        <button type="button" className="tool tool-near" onClick={() => setAsking('new')}>
          <Icon name="add" />
          {t('calculators.new', { word })}
        </button>
        <span className="calculator-page-tools">
          {tools}
          <Dropdown align="end">
            <Dropdown.Toggle
              as="button"
              type="button"
              className="tool"
              aria-label={t('calculators.moreFor', { name: shown.name })}
            >
              <Icon name="more" />
            </Dropdown.Toggle>
            <Dropdown.Menu>
              <Dropdown.Item as="button" onClick={() => setAsking('rename')}>
                {t('calculators.rename', { name: shown.name })}
              </Dropdown.Item>
              <Dropdown.Item as="button" onClick={duplicate}>
                {t('calculators.duplicate')}
              </Dropdown.Item>
              <Dropdown.Item as="button" onClick={remove}>
                {t('calculators.delete')}
              </Dropdown.Item>
            </Dropdown.Menu>
          </Dropdown>
        </span>
      </div>
      {children(shown as Row<T>)}
      {dialog}
    </div>
  );
}

/** F6 goes from the terms to the figures beside them, and back. */
function keyDown(event: KeyboardEvent<HTMLDivElement>) {
  if (event.key !== 'F6') return;
  const inTerms = (event.target as Element).closest('.calculator-terms') !== null;
  const others = inTerms
    ? ['.calculator-answer .grid', '.calculator-answer button']
    : ['.calculator-terms :is(input, select)'];
  const fields = others.map((other) => event.currentTarget.querySelector<HTMLElement>(other));
  fields.find((each) => each !== null)?.focus();
  event.preventDefault();
}

interface NameDialogProps {
  readonly title: string;
  readonly name: string;
  readonly kinds: NonNullable<CalculatorPageProps<CalculatorTable>['kinds']>;
  readonly onName: (name: string, settings: Readonly<Record<string, string>>) => string | null;
  readonly onClose: () => void;
}

function NameDialog({ title, name: before, kinds, onName, onClose }: NameDialogProps) {
  const [name, setName] = useState(before);
  const [kind, setKind] = useState(0);
  const spelling = useSpelling();
  const [refusal, setRefusal] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const refused = onName(name, kinds[kind]?.settings ?? {});
    setRefusal(refused);
    if (refused === null) onClose();
  };
  return (
    <FormDialog title={title} submit={t('calculators.done')} refusal={refusal} onSubmit={submit} onClose={onClose}>
      <Form.Group controlId="calculator-name" className="wide">
        <Form.Label>{t('calculators.name')}</Form.Label>
        <Form.Control
          size="sm"
          value={name}
          maxLength={80}
          {...spelling}
          autoFocus
          autoComplete="off"
          onChange={(event) => {
            setName(event.target.value);
            setRefusal(null);
          }}
        />
        <Form.Text>{t('calculators.nameHint')}</Form.Text>
      </Form.Group>
      {kinds.length > 0 && (
        <fieldset className="wide">
          {kinds.map(({ words }, index) => (
            <Form.Check
              key={words}
              type="radio"
              name="calculator-kind"
              id={`calculator-kind-${index}`}
              label={words}
              checked={kind === index}
              onChange={() => setKind(index)}
            />
          ))}
        </fieldset>
      )}
    </FormDialog>
  );
}
