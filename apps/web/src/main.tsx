import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import './theme/tokens.css';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { firstView } from './app/first-view';
import { followNewBuild, keepShell } from './app/kept-shell';
import { warmUp } from './app/warm-up';
import { router } from './app/router';
import { applyBenchMode } from './app/this-browser/bench-mode';
import { store } from './store/store';
import { theme } from './theme/theme';

applyBenchMode();
followNewBuild(() => {
  const { location } = router.state.navigation;
  return location ? router.createHref(location) : null;
});
keepShell();
const root = document.getElementById('root');
if (!root) throw new Error('the page has no root element');
const page = createRoot(root);
const shop = (
  <StrictMode>
    <Provider store={store}>
      <ThemeProvider theme={theme} defaultMode="system" noSsr>
        <CssBaseline />
        <RouterProvider router={router} />
      </ThemeProvider>
    </Provider>
  </StrictMode>
);
void firstView(router, warmUp(store, window.location.pathname)).finally(() => page.render(shop));
