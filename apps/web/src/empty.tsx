import { createRoot } from 'react-dom/client';

/** A page with nothing on it but React: what the time to the first views is measured against. */
const root = document.getElementById('root');
if (root) createRoot(root).render(<p data-ready>Ready</p>);
