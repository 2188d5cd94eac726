import { CHASSIS, type Chassis } from '@/core/catalogue';

const NAMES: Record<Chassis, string> = {
  desktop: 'Desktop',
  small: 'Small desktop',
  aio: 'All-in-one',
  laptop: 'Laptop',
};

export const chassisRows = CHASSIS.map((chassis) => ({ chassis, name: NAMES[chassis] }));
export const chassisName = (chassis: Chassis) => NAMES[chassis];
