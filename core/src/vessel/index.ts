export { type BatterVolume, type Made, madeOf, mlOf, mlPer100g, volumeOf } from './batterVolume';
export { findVessel, vesselSaid } from './findVessel';
export { betterVessel, depthWords, factorToFill, factorWords, type Fit, fitBriefly, fitOf, fitWords, goesIn, MOST_FOAM, wantedFill } from './fit';
export {
  FACTORS,
  measuredIn,
  type KitchenAmount,
  movedRoles,
  type MovedRole,
  type RoundedLine,
  roundToKitchen,
  type ScaleAsk,
  type Scaled,
  scaleFor,
  scaleFormula,
  type ScaleSetting,
} from './scale';
export { type Offered, usualMixers, usualVessels } from './usual';
export {
  capacityMl,
  depthCm,
  isForMixing,
  isOwn,
  isRound,
  RING_TUBE,
  placeMl,
  rimArea,
  TAPERS,
  type Vessel,
  VESSEL_SHAPES,
  VESSEL_USES,
  type VesselFault,
  vesselFaults,
  type VesselShape,
  type VesselUse,
} from './vessel';
