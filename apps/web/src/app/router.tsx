import type { ComponentType } from 'react';
import { createBrowserRouter } from 'react-router';
import { Frame } from './shell/Frame';
import { Failed, Lost } from './shell/Lost';
import { Shell } from './shell/Shell';
import { Empty } from '../ui';

const view = (load: () => Promise<{ default: ComponentType }>) => ({
  lazy: async () => ({ Component: (await load()).default }),
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
              { index: true, ...view(() => import('../views/floor/Floor')) },
              { path: 'jobs', ...view(() => import('../views/jobs/Jobs')) },
              { path: 'jobs/:tag/history', ...view(() => import('../views/job/HistoryPage')) },
              { path: 'jobs/:tag/:station?', ...view(() => import('../views/job/JobPage')) },
              { path: 'diary', ...view(() => import('../views/diary/DiaryPage')) },
              { path: 'before-closing', ...view(() => import('../views/floor/night/BeforeClosing')) },
              { path: 'book-in', ...view(() => import('../views/book-in/BookInPage')) },
              { path: 'to-order', ...view(() => import('../views/to-order/ToOrder')) },
              { path: 'shelf', ...view(() => import('../views/shelf/Shelf')) },
              { path: 'customers', ...view(() => import('../views/customers/Customers')) },
              { path: 'customers/:id', ...view(() => import('../views/customers/CustomerPage')) },
              { path: 'messages', ...view(() => import('../views/messages/MessagesPage')) },
              { path: 'stays', ...view(() => import('../views/stays/StaysPage')) },
              { path: 'stays/:tag/:number/wipe', ...view(() => import('../views/stays/WipePage')) },
              { path: 'money', ...view(() => import('../views/money/MoneyPage')) },
              { path: 'yardsticks', ...view(() => import('../views/yardsticks/YardsticksPage')) },
              { path: 'shop', ...view(() => import('../views/shop/Shop')) },
              { path: 'shop/set-up', ...view(() => import('../views/shop/set-up/SetUp')) },
              { path: 'shop/audit', ...view(() => import('../views/audit/AuditPage')) },
              { path: 'interface', ...view(() => import('../views/interface/Interface')) },
              { path: 'models/:id', ...view(() => import('../views/models/ModelEditor')) },
              { path: 'models', ...view(() => import('../views/models/Models')) },
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
