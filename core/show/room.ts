import { IsOptional } from 'class-validator';
import { Figure, Temperature } from '../fields';

/** What the air of a room is like: °C, % of relative humidity, kPa. Calculators use it, and trials compare like with like. */
export class Room {
  @IsOptional() @Temperature(-30, 50, 'Temperature of the room') roomC?: number;
  @IsOptional() @Figure(1, 100, { label: 'Humidity', unit: '%' }) humidityPercent?: number;
  @IsOptional() @Figure(60, 110, { label: 'Air pressure', unit: 'kPa' }) pressureKPa?: number;
}
