import { PageTabs, usePage } from '../../ui/PageTabs';
import { Here } from './Here';
import { Round } from './Round';

const PAGES = ['What stays', 'Round'] as const;

/** What stays with us: what lies here after its job, and the round that looks whether it is there. */
export default function StaysPage() {
  const [page, choose] = usePage(PAGES, () => PAGES[0]);
  return (
    <>
      <title>{`${page}, Udrel`}</title>
      <PageTabs pages={PAGES} page={page} choose={choose} name="What stays with us">
        {page === 'Round' ? <Round /> : <Here />}
      </PageTabs>
    </>
  );
}
