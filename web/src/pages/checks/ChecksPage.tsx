import {
  CHECK_KINDS,
  EXPECTED,
  UNASSIGNED,
  WHY,
  monthInWords,
  nameOf,
  planOf,
  type CheckKind,
  type Command,
  type Document,
  type Finding,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { useFindings } from '../../parts/plan/useFindings.ts';
import './checks.scss';
import { messages } from '../../messages/checks.ts';

const TITLES: Readonly<Record<CheckKind, string>> = {
  missingFigure: messages.figuresThatAreMissing,
  typedNumber: messages.numbersTypedIntoRules,
  manyExceptions: messages.moreExceptionsThanRule,
  typedOverRule: messages.typedAmongComputed,
  doubleCount: messages.countedTwice,
  blankFactor: messages.emptyMonthsInRules,
  emptyFactor: messages.itemsThatMissAFigure,
  units: messages.unitsThatDoNotGo,
  calendarWord: messages.calendarWordsThatAreNames,
  tenfold: messages.tenfold,
  typedNegative: messages.typedNegative,
  unlikelyRate: messages.unlikelyRate,
  yearlyEachMonth: messages.yearlyEachMonth,
  taxOfMonth: messages.taxOfMonth,
  sumMisses: messages.sumMisses,
  leftBehind: messages.leftBehind,
  itemWithoutMonth: messages.itemWithoutMonth,
  ruleEnds: messages.ruleEnds,
  loanUnpaid: messages.loanUnpaid,
  yearInTheRed: messages.yearsInTheRed,
  monthsInTheRed: messages.monthsInTheRed,
  sharesOver: messages.sharesOver100,
  outsidePlan: messages.outsideThePlansMonths,
  unusedAssumption: messages.assumptionsNobodyUses,
  idleHighlight: messages.highlightsThatCannotShow,
  similarNames: messages.namesThatDifferByA,
  setAsideNever: messages.setAsideFromNothing,
  withoutAnswer: messages.calculatorsWithoutAnAnswer,
  lostFeed: messages.followsWhatIsGone,
  enteredTwice: messages.enteredTwice,
  neverEntered: messages.neverEntered,
  belowLimit: messages.belowLimit,
  longOverdue: messages.longOverdue,
  unassigned: messages.unassigned,
  closingDiffers: messages.closingDiffers,
};

/** What a careful reviewer would say about the plan: each finding with its place, why it matters, and a mend. */
export function ChecksPage() {
  const sending = useSend();
  const { open, waived } = useFindings();
  const send = (command: Command, notice: string): boolean => sending(command, notice) === null;
  const kinds = CHECK_KINDS.filter((kind) => open.some((finding) => finding.kind === kind));
  return (
    <div className="scrolled-page checks">
      <div className="page-head">
        <h2>{messages.checks}</h2>
        <p className="year-summary">{messages.oneThingWorthASecond(open.length)}</p>
      </div>
      <div className="page-body">
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
            <Icon name="good" /> {messages.aCarefulReviewerWouldFind}
          </p>
        )}
        {waived.length > 0 && (
          <section className="checks-waived">
            <h3>{messages.dismissed}</h3>
            <ul>
              {waived.map(({ finding, reason }) => (
                <li key={finding.key}>
                  <p className="check-message">{finding.message}</p>
                  <p className="check-why">“{reason}”</p>
                  <div className="check-tools">
                    <button
                      type="button"
                      className="tool"
                      onClick={() => send({ kind: 'finding.takeUp', finding: finding.key }, messages.restored)}
                    >
                      <Icon name="undo" /> {messages.restore}
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

/** What the place of a finding is called. */
function placeName(id: string, document: Document): string | undefined {
  if (id === UNASSIGNED) return messages.entriesWithoutLine;
  if (id === EXPECTED) return messages.whatIsExpected;
  return nameOf(document, id) ?? document.accounts.get(id)?.name;
}

interface FindingRowProps {
  readonly finding: Finding;
  readonly send: (command: Command, notice: string) => boolean;
}

function FindingRow({ finding, send }: FindingRowProps) {
  const shell = useShell();
  const { document } = useSessionState();
  const [reason, setReason] = useState<string | null>(null);
  const { place, message, mend, otherMend, key } = finding;
  const { locale } = planOf(document);
  const where = messages.ofPlace(
    placeName(place.id, document),
    place.month === null ? '' : `, ${monthInWords(place.month, locale)}`,
  );
  return (
    <li>
      <p className="check-message">{message}</p>
      <div className="check-tools">
        <button
          type="button"
          className="tool"
          onClick={() => shell.goTo(place.id, place.month)}
          title={messages.goThere}
        >
          <Icon name="right" /> {where}
        </button>
        {[mend, otherMend ?? null].map(
          (each) =>
            each && (
              <button
                key={each.words}
                type="button"
                className="tool check-mend"
                onClick={() => send(each.command, messages.mended)}
              >
                <Icon name={each === mend ? 'good' : 'skip'} /> {each.words}
              </button>
            ),
        )}
        {reason === null && (
          <button type="button" className="tool" onClick={() => setReason('')}>
            {messages.setAsideEllipsis}
          </button>
        )}
      </div>
      {reason !== null && (
        <form
          className="check-reason"
          onSubmit={(event) => {
            event.preventDefault();
            send({ kind: 'finding.waive', finding: key, reason }, messages.isSetAside);
          }}
        >
          <Form.Control
            size="sm"

            aria-label={messages.whyThisIsNoMatter(message)}
            placeholder={messages.whyItIsNoMatter}
            autoFocus
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setReason(null)}
          />
          <button type="submit" className="btn btn-sm btn-primary">
            {messages.setAside}
          </button>
        </form>
      )}
    </li>
  );
}
