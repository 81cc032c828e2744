import { PageTabs, usePage } from '../../ui/PageTabs';
import { Bills } from './Bills';
import { Claims } from './Claims';
import { Till } from './Till';

const PAGES = ['Bills', 'Till', 'Claims'] as const;

/** The money of the shop: what was billed and is open, and what should be in the till. */
export default function MoneyPage() {
  const [page, choose] = usePage(PAGES, () => PAGES[0]);
  return (
    <>
      <title>{`${page}, Udrel`}</title>
      <PageTabs pages={PAGES} page={page} choose={choose} name="Money">
        {page === 'Bills' && <Bills />}
        {page === 'Till' && <Till />}
        {page === 'Claims' && <Claims />}
      </PageTabs>
    </>
  );
}
