import { format } from 'date-fns';

/** The calendar day here, as documents write it. */
export const today = () => format(new Date(), 'yyyy-MM-dd');
