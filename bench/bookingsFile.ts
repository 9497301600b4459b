/** Writes made-up bookings in a process of its own, so that its memory is not counted. Run: node bench/run.mjs bookingsFile FILE ROWS */
import { writeBookings } from './support';

const [file, rows] = process.argv.slice(2);
await writeBookings(file!, Number(rows));
