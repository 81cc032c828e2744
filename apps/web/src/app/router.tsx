import type { ComponentType } from 'react';
import { createBrowserRouter } from 'react-router';
import { VIEWS } from './addresses';
import { ofOneThing } from './of-one-thing';
import { Frame } from './shell/Frame';
import { Failed, Lost } from './shell/Lost';
import { Shell } from './shell/Shell';
import { Empty } from '../ui';

const view = (load: () => Promise<{ default: ComponentType }>) => ({
  lazy: async () => ({ Component: ofOneThing((await load()).default) }),
});

/** Every address. Views are loaded when they are first opened. */
export const router = createBrowserRouter([
  // A phone that is paired is nobody who is signed in.
  { path: 'pair/:token', errorElement: <Failed />, ...view(() => import('../views/pair/PairPage')) },
  {
    element: <Frame />,
    errorElement: <Failed />,
    hydrateFallbackElement: <Empty>Opening …</Empty>,
    children: [
      {
        element: <Shell />,
        children: [
          {
            // A view that fails leaves the way to the others.
            errorElement: <Failed />,
            children: [
              ...VIEWS.map(([path, load]) => ({ ...(path === '' ? { index: true } : { path }), ...view(load) })),
              { path: '*', element: <Lost /> },
            ],
          },
        ],
      },
      { path: 'print/part/:number', ...view(() => import('../views/print/PartLabelPage')) },
      { path: 'print/diary/:from', ...view(() => import('../views/print/DiaryPaper')) },
      { path: 'print/:paper/:tag', ...view(() => import('../views/print/PrintPage')) },
    ],
  },
]);
