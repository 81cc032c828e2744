export const DEVICE_KINDS = ['laptop', 'desktop', 'all-in-one', 'small desktop', 'handheld'] as const;
/** What a device is, as far as the work on it differs. */
export type DeviceKind = (typeof DEVICE_KINDS)[number];

export const BATTERY_LEADS = ['inside', 'taken out from outside', 'none'] as const;
/** Where a device's battery is unplugged. */
export type BatteryLead = (typeof BATTERY_LEADS)[number];
