import './fonts/at-once.js';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app/App.js';
import { reader } from './messages/reader.js';
import { keepFocusInLists } from './ui/chosen-line.js';

document.documentElement.lang = reader.language;
keepFocusInLists();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
void import('./fonts/east-asian.js');
