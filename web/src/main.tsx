import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { askAhead } from './app/planPrefetch.ts';
import { App } from './app/App.tsx';
import { keepFocus } from './app/keptFocus.ts';
import './app/theme.scss';
import './app/frame.scss';
import './fields/fields.scss';
import './app/narrow.scss';
import './pages/pages.scss';

askAhead(window.location.pathname);
keepFocus();
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
