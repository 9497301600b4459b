/** The years that the almanac may reach over. Days outside are mistakes or stand for an open end. */
import { dayFromCivil, type Day } from './day';

/** 1800-01-01. */
export const FIRST_ALMANAC_DAY: Day = dayFromCivil(1800, 1, 1);
/** 2199-12-31. */
export const LAST_ALMANAC_DAY: Day = dayFromCivil(2199, 12, 31);

/** Whether a day lies within the years of the almanac. */
export const isWithinAlmanac = (day: Day): boolean => day >= FIRST_ALMANAC_DAY && day <= LAST_ALMANAC_DAY;
