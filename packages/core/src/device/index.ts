export const DEVICE_KINDS = ['laptop', 'desktop', 'all-in-one', 'small desktop', 'handheld'] as const;
/** What a device is, as far as the work on it differs. */
export type DeviceKind = (typeof DEVICE_KINDS)[number];

export const BATTERY_LEADS = ['inside', 'taken out from outside', 'none'] as const;
/** Where a device's battery is unplugged. */
export type BatteryLead = (typeof BATTERY_LEADS)[number];

const EVERYWHERE = ['Starts', 'Sound', 'USB sockets', 'Wired network', 'Wireless', 'Bluetooth'];
const WITH_A_SCREEN = ['Screen', 'Camera', 'Microphone'];

/** What of a device of each kind is usually looked at before and after it is opened: each forgotten lead shows as one that is dead. */
export const USUAL_FUNCTIONS: Readonly<Record<DeviceKind, readonly string[]>> = {
  laptop: [...WITH_A_SCREEN, ...EVERYWHERE, 'Keyboard', 'Touchpad', 'Charges', 'Card reader'],
  desktop: [...EVERYWHERE, 'Video outputs', 'Fans', 'Front sockets', 'Optical drive'],
  'all-in-one': [...WITH_A_SCREEN, ...EVERYWHERE, 'Fans', 'Card reader'],
  'small desktop': [...EVERYWHERE, 'Video outputs', 'Fans'],
  handheld: [
    ...WITH_A_SCREEN.filter((name) => name !== 'Camera'),
    'Starts',
    'Sound',
    'Wireless',
    'Bluetooth',
    'Buttons and sticks',
    'Touch',
    'Charges',
  ],
};
