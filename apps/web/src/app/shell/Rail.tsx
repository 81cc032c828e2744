import Add from '@mui/icons-material/Add';
import BarChartOutlined from '@mui/icons-material/BarChartOutlined';
import CalendarTodayOutlined from '@mui/icons-material/CalendarTodayOutlined';
import FormatListBulleted from '@mui/icons-material/FormatListBulleted';
import Inventory2Outlined from '@mui/icons-material/Inventory2Outlined';
import LaptopOutlined from '@mui/icons-material/LaptopOutlined';
import PersonOutlined from '@mui/icons-material/PersonOutlined';
import MailOutlined from '@mui/icons-material/MailOutlined';
import MoveToInboxOutlined from '@mui/icons-material/MoveToInboxOutlined';
import PaymentsOutlined from '@mui/icons-material/PaymentsOutlined';
import StorefrontOutlined from '@mui/icons-material/StorefrontOutlined';
import ViewAgendaOutlined from '@mui/icons-material/ViewAgendaOutlined';
import { NavLink } from 'react-router';
import { DESTINATIONS, type Destination } from '../../paths/destinations';
import styles from './shell.module.css';

const ICONS: Record<Destination['path'], typeof Add> = {
  '/': ViewAgendaOutlined,
  '/jobs': FormatListBulleted,
  '/book-in': Add,
  '/diary': CalendarTodayOutlined,
  '/shelf': Inventory2Outlined,
  '/models': LaptopOutlined,
  '/customers': PersonOutlined,
  '/messages': MailOutlined,
  '/stays': MoveToInboxOutlined,
  '/money': PaymentsOutlined,
  '/yardsticks': BarChartOutlined,
  '/shop': StorefrontOutlined,
};

/** The slim rail of views. `lettered` shows the letters that lead there. */
export function Rail({ lettered }: { lettered: boolean }) {
  return (
    <nav className={styles.rail} aria-label="Views">
      <span className={styles.name}>Udrel</span>
      {DESTINATIONS.map(({ path, name, letter }) => {
        const Icon = ICONS[path];
        return (
          <NavLink key={path} to={path} end={path === '/'} className={styles.place ?? ''}>
            <Icon fontSize="small" />
            {name}
            {lettered && <span className={styles.letter}>{letter}</span>}
          </NavLink>
        );
      })}
    </nav>
  );
}
