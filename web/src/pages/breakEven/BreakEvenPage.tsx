import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { CalculatorPage } from '../../parts/calculators/CalculatorPage.tsx';
import { BetweenView } from './BetweenView.tsx';
import { PaybackView } from './PaybackView.tsx';
import { UnitsView } from './UnitsView.tsx';
import './breakEven.scss';
import { t } from '../../language/language.ts';

const NOTHING = {
  get heading() {
    return t('breakEven.none');
  },
  get words() {
    return t('breakEven.introduction');
  },
};

const KINDS = [
  {
    get words() {
      return t('breakEven.unitsQuestion');
    },
    settings: { about: 'units' },
  },
  {
    get words() {
      return t('breakEven.paybackQuestion');
    },
    settings: { about: 'time', flow: '{@net}' },
  },
  {
    get words() {
      return t('breakEven.alternativesQuestion');
    },
    settings: { about: 'between' },
  },
];

/** Break-even: where nothing is lost, in units or in time, and where two alternatives cross. */
export function BreakEvenPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <CalculatorPage
      table="breakEvens"
      title={t('breakEven.breakEven')}
      nothing={NOTHING}
      kinds={KINDS}
      tools={sliderTool}
    >
      {(row) => {
        switch (row.about) {
          case 'units':
            return <UnitsView key={row.id} row={row} sliders={sliders} />;
          case 'time':
            return <PaybackView key={row.id} row={row} />;
          case 'between':
            return <BetweenView key={row.id} row={row} sliders={sliders} />;
        }
      }}
    </CalculatorPage>
  );
}
