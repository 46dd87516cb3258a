export { fitLine, fitSaturation, frostAt, frostError } from './fit'
export type { LineFit, Point, SaturationFit } from './fit'
export { couponTimes, readCoupon, PLATEAU_SHARE } from './read'
export type { CouponReading, CouponStep, CouponVerdict } from './read'
