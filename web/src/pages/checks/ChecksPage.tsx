import {
  commandOf,
  CHECK_KINDS,
  EXPECTED,
  UNASSIGNED,
  CONSEQUENCES,
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
import { nameOf, say, monthInWords, t } from '../../language/language.ts';

const TITLES: Readonly<Record<CheckKind, string>> = {
  get missingFigure() {
    return t('checks.kind.missingFigures');
  },
  get typedNumber() {
    return t('checks.kind.numbersInRules');
  },
  get manyExceptions() {
    return t('checks.kind.manyExceptions');
  },
  get typedOverRule() {
    return t('checks.kind.typedAmongCalculated');
  },
  get doubleCount() {
    return t('checks.kind.countedTwice');
  },
  get blankFactor() {
    return t('checks.kind.emptyMonths');
  },
  get emptyFactor() {
    return t('checks.kind.itemsMissFigure');
  },
  get units() {
    return t('checks.kind.unitMismatch');
  },
  get calendarWord() {
    return t('checks.kind.calendarWords');
  },
  get tenfold() {
    return t('checks.kind.tenfold');
  },
  get typedNegative() {
    return t('checks.kind.typedNegative');
  },
  get unlikelyRate() {
    return t('checks.kind.unlikelyRate');
  },
  get yearlyEachMonth() {
    return t('checks.kind.yearlyEachMonth');
  },
  get taxOfMonth() {
    return t('checks.kind.taxOfMonth');
  },
  get sumMisses() {
    return t('checks.kind.sumMisses');
  },
  get leftBehind() {
    return t('checks.kind.leftBehind');
  },
  get itemWithoutMonth() {
    return t('checks.kind.itemWithoutMonth');
  },
  get ruleEnds() {
    return t('checks.kind.ruleEnds');
  },
  get loanUnpaid() {
    return t('checks.kind.loanUnpaid');
  },
  get yearInTheRed() {
    return t('checks.kind.yearsInTheRed');
  },
  get monthsInTheRed() {
    return t('checks.kind.monthsInTheRed');
  },
  get sharesOver() {
    return t('checks.kind.sharesOver100');
  },
  get outsidePlan() {
    return t('checks.kind.outsideMonths');
  },
  get unusedAssumption() {
    return t('checks.kind.unusedAssumptions');
  },
  get idleHighlight() {
    return t('checks.kind.highlightsWithoutEffect');
  },
  get similarNames() {
    return t('checks.kind.similarNames');
  },
  get setAsideNever() {
    return t('checks.kind.savingsNotCovered');
  },
  get withoutAnswer() {
    return t('checks.kind.calculatorsWithoutResult');
  },
  get lostFeed() {
    return t('checks.kind.linkLost');
  },
  get enteredTwice() {
    return t('checks.kind.duplicateEntries');
  },
  get neverEntered() {
    return t('checks.kind.neverEntered');
  },
  get belowLimit() {
    return t('checks.kind.belowLimit');
  },
  get longOverdue() {
    return t('checks.kind.longOverdue');
  },
  get unassigned() {
    return t('checks.kind.unassigned');
  },
  get closingDiffers() {
    return t('checks.kind.closingDiffers');
  },
};

/** Shows what a careful reviewer would say about the plan: each finding with its place, why it matters, and a mend. */
export function ChecksPage() {
  const sending = useSend();
  const { open, waived } = useFindings();
  const send = (command: Command, notice: string): boolean => sending(command, notice) === null;
  const kinds = CHECK_KINDS.filter((kind) => open.some((finding) => finding.kind === kind));
  return (
    <div className="scrolled-page checks">
      <div className="page-head">
        <h2>{t('checks.checks')}</h2>
        <p className="year-summary">{t('checks.findingsToReview', { openCount: open.length })}</p>
      </div>
      <div className="page-body">
        {kinds.map((kind) => (
          <section key={kind}>
            <h3>{TITLES[kind]}</h3>
            <p className="check-why">{say(CONSEQUENCES[kind])}</p>
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
            <Icon name="good" /> {t('checks.nothingFound')}
          </p>
        )}
        {waived.length > 0 && (
          <section className="checks-waived">
            <h3>{t('checks.dismissed')}</h3>
            <ul>
              {waived.map(({ finding, reason }) => (
                <li key={finding.key}>
                  <p className="check-message">{say(finding.message)}</p>
                  <p className="check-why">“{reason}”</p>
                  <div className="check-tools">
                    <button
                      type="button"
                      className="tool"
                      onClick={() => send({ kind: 'finding.takeUp', finding: finding.key }, t('checks.restored'))}
                    >
                      <Icon name="undo" /> {t('checks.restore')}
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

/** Returns what the place of a finding is called. */
function placeName(id: string, document: Document): string | undefined {
  if (id === UNASSIGNED) return t('checks.place.assignment');
  if (id === EXPECTED) return t('checks.place.recurring');
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
  const { place, message, fix, otherFix, key } = finding;
  const { locale } = planOf(document);
  const where = t('checks.ofPlace', {
    place: placeName(place.id, document),
    value: place.month === null ? '' : `, ${monthInWords(place.month, locale)}`,
    hasPlace: placeName(place.id, document) !== undefined,
  });
  return (
    <li>
      <p className="check-message">{say(message)}</p>
      <div className="check-tools">
        <button
          type="button"
          className="tool"
          onClick={() => shell.goTo(place.id, place.month)}
          title={t('checks.goTo')}
        >
          <Icon name="right" /> {where}
        </button>
        {[fix, otherFix ?? null].map(
          (each) =>
            each && (
              <button
                key={say(each.words)}
                type="button"
                className="tool check-fix"
                onClick={() => send(commandOf(each, document, say), t('checks.fixed'))}
              >
                <Icon name={each === fix ? 'good' : 'skip'} /> {say(each.words)}
              </button>
            ),
        )}
        {reason === null && (
          <button type="button" className="tool" onClick={() => setReason('')}>
            {t('checks.dismissMenu')}
          </button>
        )}
      </div>
      {reason !== null && (
        <form
          className="check-reason"
          onSubmit={(event) => {
            event.preventDefault();
            send({ kind: 'finding.waive', finding: key, reason }, t('checks.isDismissed'));
          }}
        >
          <Form.Control
            size="sm"

            aria-label={t('checks.reasonProblem', { message })}
            placeholder={t('checks.reason')}
            autoFocus
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setReason(null)}
          />
          <button type="submit" className="btn btn-sm btn-primary">
            {t('checks.dismiss')}
          </button>
        </form>
      )}
    </li>
  );
}
