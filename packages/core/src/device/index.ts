export const DEVICE_KINDS = ['laptop', 'desktop', 'all-in-one', 'small desktop', 'handheld'] as const;
/** What a device is, as far as the work on it differs. */
export type DeviceKind = (typeof DEVICE_KINDS)[number];

export const BATTERY_LEADS = ['inside', 'taken out from outside', 'none'] as const;
/** Where a device's battery is unplugged. */
export type BatteryLead = (typeof BATTERY_LEADS)[number];

const WITH_A_SCREEN = ['Display', 'Camera', 'Microphone', 'Sound', 'USB sockets', 'Wireless', 'Bluetooth'];
const ON_A_DESK = ['Sound', 'Front USB', 'Network', 'Fans', 'Power button'];

/** What of a device of each kind is usually looked at before and after it is opened: each forgotten lead shows as one that is dead. */
export const USUAL_FUNCTIONS: Readonly<Record<DeviceKind, readonly string[]>> = {
  laptop: [...WITH_A_SCREEN, 'Keyboard', 'Touchpad', 'Charging', 'Lid sensor', 'Card reader'],
  desktop: ['Display', ...ON_A_DESK, 'Optical drive'],
  'all-in-one': [...WITH_A_SCREEN, 'Network', 'Fans', 'Power button'],
  'small desktop': ['Display', ...ON_A_DESK, 'Wireless', 'Bluetooth'],
  handheld: [
    'Display',
    'Touch screen',
    'Sound',
    'Wireless',
    'Bluetooth',
    'Charging',
    'Buttons and sticks',
    'Card reader',
  ],
};
