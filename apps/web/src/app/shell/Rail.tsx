import { NavLink } from 'react-router';
import { DESTINATIONS } from '../../paths/destinations';
import styles from './shell.module.css';

/** The slim rail of views. `lettered` shows the letters that lead there. */
export function Rail({ lettered }: { lettered: boolean }) {
  return (
    <nav className={styles.rail} aria-label="Views">
      <span className={styles.name}>Udrel</span>
      {DESTINATIONS.map(({ path, name, letter, icon }) => (
        <NavLink key={path} to={path} end={path === '/'} className={styles.place ?? ''}>
          <svg viewBox="0 0 20 20" aria-hidden>
            <path d={icon} />
          </svg>
          {name}
          {lettered && <span className={styles.letter}>{letter}</span>}
        </NavLink>
      ))}
    </nav>
  );
}
