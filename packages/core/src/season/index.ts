export { bookedBy, bookingPace, expectedPieces, type Booking, type PaceStep } from './booking-pace';
