import { setNonce } from 'get-nonce';
import { startTransition, StrictMode } from 'react';
import { hydrateRoot } from 'react-dom/client';
import { HydratedRouter } from 'react-router/dom';
import { keepAsking } from './ui/keepAsking.ts';

// Dialogs lock the page's scrolling with a style of their own, which needs the page's nonce like any other.
setNonce(document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '');

keepAsking();

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
