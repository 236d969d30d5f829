import { planOf, writeShare, yearsOf, nameOfYear } from '@haushalt/core';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import { useShell } from '../../parts/plan/shell.ts';
import { monthNow, useYear } from '../../parts/plan/useYear.ts';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useFindings } from '../../parts/plan/useFindings.ts';
import { ThisMonth } from './ThisMonth.tsx';
import { calculatorsNow } from './calculatorsNow.ts';
import { glanceAt, netPicture, presentPeriod } from './glance.ts';
import './overview.scss';
import { say, writeWithUnit, monthInWords, t } from '../../language/language.ts';

const MOST_CHANGES = 6;
const MOST_FINDINGS = 3;

/** One glance at the plan: how the year looks, where the money goes, what changed last, what needs attention. */
export function OverviewPage() {
  const { document, model, history } = useSessionState();
  const shell = useShell();
  const { planId = '' } = useParams();
  const plan = planOf(document);
  const years = yearsOf(model.calendar);
  const [year, setYear] = useYear(years, model.calendar.yearBegins);
  const findings = useFindings();
  const { glance, picture, calculators } = useMemo(() => {
    return {
      glance: glanceAt(model, year),
      picture: netPicture(model, year),
      calculators: calculatorsNow(model, presentPeriod(model, year, monthNow())),
    };
  }, [model, year]);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const done = history
    .filter((item) => item.state === 'done')
    .slice(-MOST_CHANGES)
    .reverse();
  const open = findings.open.length;

  if (document.lines.size === 0)
    return (
      <div className="empty-state overview">
        <h2>{t('overview.empty')}</h2>
        <p>{t('overview.emptyHint')}</p>
        <Link className="btn btn-primary" to={`/plans/${planId}/budget`}>
          {t('overview.goToBudget')}
        </Link>
      </div>
    );
  return (
    <div className="overview">
      <div className="page-head">
        <h2>{t('overview.overview')}</h2>
        <YearSwitch years={years} year={year} begins={plan.yearBegins} onChange={setYear} />
      </div>
      <div className="overview-body">
        <ThisMonth planId={planId} />
        <dl className="overview-figures">
          <div className="side-income">
            <dt>
              <Icon name="income" /> {t('overview.income')}
            </dt>
            <dd>{money(glance.income)}</dd>
          </div>
          <div className="side-expense">
            <dt>
              <Icon name="expense" /> {t('overview.expenses')}
            </dt>
            <dd>{money(glance.expenses)}</dd>
          </div>
          <div>
            <dt>{t('overview.netOf', { year: nameOfYear(document, year) })}</dt>
            <dd className={glance.net < 0 ? 'negative' : ''}>{money(glance.net)}</dd>
          </div>
        </dl>
        <section className="overview-net">
          <h3>{t('overview.netByMonth')}</h3>
          <PictureView picture={picture} height={230} />
          {glance.red.length > 0 && (
            <p className="overview-red">
              {t('overview.monthsInTheRed', { redCount: glance.red.length })}
              {glance.red.map((month, index) => (
                <span key={month}>
                  {index > 0 && ', '}
                  <button type="button" className="jump" onClick={() => shell.goTo('@net', month)}>
                    {monthInWords(month, plan.locale, 'name')}
                  </button>
                </span>
              ))}
            </p>
          )}
        </section>
        <section>
          <h3>{t('overview.whereTheMoneyGoes')}</h3>
          {glance.biggest.length === 0 ? (
            <p className="quiet">{t('overview.noExpensesIn', { year: nameOfYear(document, year) })}</p>
          ) : (
            <ol className="biggest-lines">
              {glance.biggest.map(({ line, total, share }) => (
                <li key={line.id}>
                  <button type="button" className="jump" onClick={() => shell.goTo(line.id)}>
                    {line.name}
                  </button>
                  <span className="biggest-bar" aria-hidden="true">
                    <span style={{ width: `${(share / glance.biggest[0]!.share) * 100}%` }} />
                  </span>
                  <span className="biggest-figure">{money(total)}</span>
                  <span className="biggest-share">{writeShare(share, plan.locale)}</span>
                </li>
              ))}
            </ol>
          )}
        </section>
        <section>
          <h3>{t('overview.findingsToReview')}</h3>
          {open === 0 ? (
            <p className="quiet">{t('overview.noFindings')}</p>
          ) : (
            <>
              <ul className="overview-list">
                {findings.open.slice(0, MOST_FINDINGS).map(({ key, message }) => (
                  <li key={key}>{say(message)}</li>
                ))}
              </ul>
              <Link to={`/plans/${planId}/checks`}>{t('overview.allChecks', { open })}</Link>
            </>
          )}
        </section>
        {calculators.length > 0 && (
          <section>
            <h3>{t('overview.calculators')}</h3>
            <ul className="overview-list">
              {calculators.map(({ calculator: { row }, words }) => (
                <li key={row.id}>
                  <button type="button" className="jump" onClick={() => shell.goTo(row.id)}>
                    {row.name}
                  </button>
                  : {words}
                </li>
              ))}
            </ul>
          </section>
        )}
        <section>
          <h3>{t('overview.recentChanges')}</h3>
          {done.length === 0 ? (
            <p className="quiet">{t('overview.noChanges')}</p>
          ) : (
            <ul className="overview-list">
              {done.map(({ commandId, label }) => (
                <li key={commandId}>{say(label)}</li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </div>
  );
}
