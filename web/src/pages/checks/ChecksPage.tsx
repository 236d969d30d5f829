import {
  CHECK_KINDS,
  WHY,
  monthInWords,
  nameOf,
  planOf,
  type CheckKind,
  type Command,
  type Finding,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { useFindings } from '../../parts/plan/useFindings.ts';
import './checks.scss';

const TITLES: Readonly<Record<CheckKind, string>> = {
  missingFigure: 'Figures that are missing',
  typedNumber: 'Numbers typed into rules',
  manyExceptions: 'More exceptions than rule',
  doubleCount: 'Counted twice',
  blankFactor: 'Empty months in rules',
  units: 'Units that do not go together',
  yearInTheRed: 'Years in the red',
  monthsInTheRed: 'Months in the red',
  sharesOver: 'Shares over 100 %',
  outsidePlan: 'Outside the plan’s months',
  unusedAssumption: 'Assumptions nobody uses',
  idleHighlight: 'Highlights that cannot show',
  similarNames: 'Names that differ by a letter',
  setAsideNever: 'Set aside from nothing',
  withoutAnswer: 'Calculators without an answer',
};

/** What a careful reviewer would say about the plan: each finding with its place, why it matters, and a mend. */
export function ChecksPage() {
  const sending = useSend();
  const { open, waived } = useFindings();
  const send = (command: Command, said: string): boolean => sending(command, said) === null;
  const kinds = CHECK_KINDS.filter((kind) => open.some((finding) => finding.kind === kind));
  return (
    <div className="checks">
      <div className="page-head">
        <h2>Checks</h2>
        <p className="year-summary" role="status">
          {open.length === 0
            ? 'Nothing to look at.'
            : open.length === 1
              ? 'One thing worth a second look.'
              : `${open.length} things worth a second look.`}
        </p>
      </div>
      <div className="checks-list">
        {kinds.map((kind) => (
          <section key={kind}>
            <h3>{TITLES[kind]}</h3>
            <p className="check-why">{WHY[kind]}</p>
            <ul>
              {open
                .filter((finding) => finding.kind === kind)
                .map((finding) => (
                  <FindingRow key={finding.key} finding={finding} send={send} />
                ))}
            </ul>
          </section>
        ))}
        {open.length === 0 && (
          <p className="checks-clean">
            <Icon name="good" /> A careful reviewer would find nothing in this plan: no number that should be a name,
            nothing counted twice, no month in the red.
          </p>
        )}
        {waived.length > 0 && (
          <section className="checks-waived">
            <h3>Set aside</h3>
            <ul>
              {waived.map(({ finding, reason }) => (
                <li key={finding.key}>
                  <p className="check-message">{finding.message}</p>
                  <p className="check-why">“{reason}”</p>
                  <div className="check-tools">
                    <button
                      type="button"
                      className="tool"
                      onClick={() => send({ kind: 'finding.takeUp', finding: finding.key }, 'Taken up again.')}
                    >
                      <Icon name="undo" /> Take it up again
                    </button>
                  </div>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  );
}

interface FindingRowProps {
  readonly finding: Finding;
  readonly send: (command: Command, said: string) => boolean;
}

function FindingRow({ finding, send }: FindingRowProps) {
  const shell = useShell();
  const { document } = useSessionState();
  const [reason, setReason] = useState<string | null>(null);
  const { place, message, mend, key } = finding;
  const { locale } = planOf(document);
  const where = `${nameOf(document, place.id) ?? 'the plan'}${place.month === null ? '' : `, ${monthInWords(place.month, locale)}`}`;
  return (
    <li>
      <p className="check-message">{message}</p>
      <div className="check-tools">
        <button type="button" className="tool" onClick={() => shell.goTo(place.id, place.month)} title="Go there">
          <Icon name="right" /> {where}
        </button>
        {mend && (
          <button type="button" className="tool check-mend" onClick={() => send(mend.command, 'Mended.')}>
            <Icon name="good" /> {mend.words}
          </button>
        )}
        {reason === null && (
          <button type="button" className="tool" onClick={() => setReason('')}>
            Set aside …
          </button>
        )}
      </div>
      {reason !== null && (
        <form
          className="check-reason"
          onSubmit={(event) => {
            event.preventDefault();
            send({ kind: 'finding.waive', finding: key, reason }, 'Set aside.');
          }}
        >
          <input
            className="form-control form-control-sm"
            aria-label={`Why this is no matter: ${message}`}
            placeholder="Why it is no matter"
            autoFocus
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setReason(null)}
          />
          <button type="submit" className="btn btn-sm btn-primary">
            Set aside
          </button>
        </form>
      )}
    </li>
  );
}
