import type { Device } from '../../../core/system';

/** Devices as they are called. */
export const DEVICE_NAMES: Record<Device['kind'], string> = {
  'air-pump': 'Air stone',
  heater: 'Heater',
  lamp: 'Lamp',
};
