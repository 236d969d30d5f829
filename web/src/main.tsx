import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.tsx';
import './app/theme.scss';
import './app/frame.scss';
import './fields/fields.scss';
import './app/narrow.scss';
import './pages/pages.scss';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
