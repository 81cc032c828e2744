import { useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import styles from './ui.module.css';

/**
 * Which of the pages is open: as the address says, so that it can be kept and sent on, else the one that is next. The
 * address is written as words of the page in small letters.
 */
export function usePage<P extends string>(pages: readonly P[], next: () => P): [P, (page: P) => void] {
  const [search, setSearch] = useSearchParams();
  const [first] = useState(next);
  const asked = pages.find((one) => slugOf(one) === search.get(PARAM));
  const choose = (page: P) =>
    setSearch((now) => new URLSearchParams([...[...now].filter(([name]) => name !== PARAM), [PARAM, slugOf(page)]]), {
      replace: true,
    });
  return [asked ?? (pages.includes(first) ? first : (pages[0] ?? first)), choose];
}

const PARAM = 'page';
const slugOf = (page: string) => page.toLowerCase().replaceAll(' ', '-');

/** The pages of a station, one of them open; arrow keys go from one to the next. */
export function PageTabs<P extends string>({
  pages,
  page,
  choose,
  name,
  notes = {},
  children,
}: {
  pages: readonly P[];
  page: P;
  choose: (page: P) => void;
  /** What the pages are of, for whoever hears the screen. */
  name: string;
  /** A word behind the name of a page. */
  notes?: Partial<Record<P, string>>;
  children: ReactNode;
}) {
  return (
    <>
      <div role="tablist" aria-label={name} className={styles.pages}>
        {pages.map((one) => (
          <button
            key={one}
            type="button"
            role="tab"
            aria-selected={one === page}
            tabIndex={one === page ? 0 : -1}
            onClick={() => choose(one)}
            onKeyDown={(event) => {
              const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
              const next = step === 0 ? undefined : pages[(pages.indexOf(one) + step + pages.length) % pages.length];
              if (!next) return;
              choose(next);
              const tabs = event.currentTarget.parentElement?.querySelectorAll('button');
              tabs?.[pages.indexOf(next)]?.focus();
            }}
          >
            {one}
            {notes[one] && <span className="sub"> {notes[one]}</span>}
          </button>
        ))}
      </div>
      <div role="tabpanel" aria-label={page}>
        {children}
      </div>
    </>
  );
}
