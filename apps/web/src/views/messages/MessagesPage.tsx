import { may } from '@udrel/contract/permissions';
import { useSessionQuery } from '../../api/api';
import { PageTabs, usePage } from '../../ui/PageTabs';
import { HowTheyGo } from '../../features/messages/HowTheyGo';
import { MessageList } from './MessageList';

const PAGES = ['Messages', 'How they go'] as const;

/** What customers are told, and how that goes. */
export default function MessagesPage() {
  const role = useSessionQuery().data?.staff?.role;
  const pages = may(role, 'set rates') ? PAGES : ([PAGES[0]] as const);
  const [page, choose] = usePage<(typeof PAGES)[number]>(pages, () => PAGES[0]);
  return (
    <>
      <title>{`${page}, Udrel`}</title>
      <PageTabs pages={pages} page={page} choose={choose} name="Messages">
        {page === 'How they go' ? <HowTheyGo /> : <MessageList />}
      </PageTabs>
    </>
  );
}
