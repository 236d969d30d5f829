import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { askAhead } from './app/planPrefetch.ts';
import { languageWished, speak } from './language/language.ts';
import { keepFocus } from './app/keptFocus.ts';
import './app/theme.scss';
import './app/frame.scss';
import './fields/fields.scss';
import './app/narrow.scss';
import './pages/pages.scss';

askAhead(window.location.pathname);
keepFocus();
// Words first: what pages are called is said as soon as they are drawn.
const [{ App }] = await Promise.all([import('./app/App.tsx'), speak(languageWished())]);
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
