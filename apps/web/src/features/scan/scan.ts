import { useCallback, useEffect } from 'react';
import { useNavigate } from 'react-router';
import type { Found } from '@udrel/contract/types';
import { serialIn } from '@udrel/core/identity';
import { api } from '../../api/api';
import { useAppDispatch } from '../../store/dispatch';

const SCANNED = 'udrel-scanned';

/** Lets what is on the screen take a scan first. `claim` answers whether it did. */
export function useScanned(claim: (text: string) => boolean): void {
  useEffect(() => {
    const hear = (event: Event) => {
      const { detail } = event as CustomEvent<string>;
      if (!event.defaultPrevented && claim(detail)) event.preventDefault();
    };
    window.addEventListener(SCANNED, hear);
    return () => window.removeEventListener(SCANNED, hear);
  }, [claim]);
}

/** Where something found leads. */
export function addressOf(found: Found): string {
  if (found.kind === 'belonging' && found.tag)
    return `/jobs/${found.tag}/book-in?belonging=${found.title.split('-').at(-1) ?? ''}`;
  if (found.kind === 'stays') return `/stays?find=${encodeURIComponent(found.title)}`;
  if (found.tag) return `/jobs/${found.tag}`;
  if (found.kind === 'customer') return `/customers/${found.id}`;
  if (found.kind === 'model') return `/models?find=${encodeURIComponent(found.detail)}`;
  if (found.kind === 'berth') return '/';
  return `/shelf?find=${encodeURIComponent(found.title)}`;
}

/**
 * What a scan does: what is on the screen may take it (a serial for the identity check, a place for a thing);
 * else the one thing that it names opens; several, or none, are offered in the scan field.
 */
export function useTakeScan(): (text: string) => void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  return useCallback(
    (code: string) => {
      // Of a code that holds several things, the serial is what anything is known by.
      const text = serialIn(code);
      const event = new CustomEvent(SCANNED, { detail: text, cancelable: true });
      if (!window.dispatchEvent(event)) return;
      void dispatch(api.endpoints.find.initiate({ q: text }, { forceRefetch: true }))
        .unwrap()
        .catch((): Found[] => [])
        .then((found) => {
          const [first, second] = found;
          const alone = first && (!second || first.kind === 'job' || first.kind === 'belonging') && found.length < 12;
          if (first && alone && !(first.kind === 'belonging' && second?.kind === 'belonging'))
            void navigate(addressOf(first));
          else window.dispatchEvent(new CustomEvent(OFFER, { detail: text }));
        });
    },
    [dispatch, navigate],
  );
}

/** Asks the scan field to show what it finds for a text. */
export const OFFER = 'udrel-offer';
