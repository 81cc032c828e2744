import { useContext } from 'react';
import { UNSAFE_DataRouterContext, useSearchParams } from 'react-router';

/** What stands in the address behind its question mark, and changing some of it. */
export interface Address {
  given: URLSearchParams;
  change: (changes: (next: URLSearchParams) => void) => void;
}

/**
 * The filters and the order of a list, as they stand in the address. A change is made to what the address is by now: the
 * page is drawn from it a moment later, and a second change within that moment would throw the first away.
 */
export function useAddress(): Address {
  const [given, setGiven] = useSearchParams();
  const router = useContext(UNSAFE_DataRouterContext)?.router;
  const change: Address['change'] = (changes) => {
    const now = router && (router.state.navigation.location ?? router.state.location).search;
    const next = new URLSearchParams(now ?? given);
    changes(next);
    setGiven(next, { replace: true });
  };
  return { given, change };
}
