/** Made by `make generate` from the core. Do not edit. */
export interface ReaderUnit {
  name: string;
  decimals: number;
  factor: number;
  zero: number;
  trimmed: boolean;
  close: boolean;
}

export const TABLE: Record<string, { mm: ReaderUnit; in: ReaderUnit }> = {
  "g": {"mm": {"name": "g", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "g", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
  "min": {"mm": {"name": "min", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "min", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
  "h": {"mm": {"name": "h", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "h", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
  "d": {"mm": {"name": "days", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "days", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
  "deg": {"mm": {"name": "°", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": true, "close": true}, "in": {"name": "°", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": true, "close": true}},
  "kg": {"mm": {"name": "kg", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "lb", "decimals": 0, "factor": 2.2046226218487757, "zero": 0.0, "trimmed": false, "close": false}},
  "l": {"mm": {"name": "l", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "qt", "decimals": 1, "factor": 1.0566882094325938, "zero": 0.0, "trimmed": false, "close": false}},
  "ml": {"mm": {"name": "ml", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ml", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
  "sip": {"mm": {"name": "ml", "decimals": 0, "factor": 1000, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "fl oz", "decimals": 1, "factor": 33.814022701843, "zero": 0.0, "trimmed": false, "close": false}},
  "volume": {"mm": {"name": "l", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft³", "decimals": 2, "factor": 0.0353146667214886, "zero": 0.0, "trimmed": false, "close": false}},
  "m": {"mm": {"name": "m", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft", "decimals": 1, "factor": 3.280839895013124, "zero": 0.0, "trimmed": false, "close": false}},
  "m2": {"mm": {"name": "m²", "decimals": 2, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft²", "decimals": 1, "factor": 10.763910416709725, "zero": 0.0, "trimmed": false, "close": false}},
  "mm2": {"mm": {"name": "m²", "decimals": 3, "factor": 1e-06, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft²", "decimals": 2, "factor": 1.0763910416709725e-05, "zero": 0.0, "trimmed": false, "close": false}},
  "bar": {"mm": {"name": "mm²", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": true, "close": false}, "in": {"name": "in²", "decimals": 2, "factor": 0.0015500031000062, "zero": 0.0, "trimmed": true, "close": false}},
  "mm4": {"mm": {"name": "cm⁴", "decimals": 1, "factor": 0.0001, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "in⁴", "decimals": 2, "factor": 2.4025096100288307e-06, "zero": 0.0, "trimmed": false, "close": false}},
  "m2/l": {"mm": {"name": "m²/l", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft²/gal", "decimals": 0, "factor": 40.74583333333334, "zero": 0.0, "trimmed": false, "close": false}},
  "kg/m": {"mm": {"name": "kg/m", "decimals": 3, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "lb/ft", "decimals": 3, "factor": 0.6719689751395067, "zero": 0.0, "trimmed": false, "close": false}},
  "kg/m2": {"mm": {"name": "kg/m²", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "lb/ft²", "decimals": 2, "factor": 0.20481614362252162, "zero": 0.0, "trimmed": false, "close": false}},
  "kg/m3": {"mm": {"name": "kg/m³", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "lb/ft³", "decimals": 1, "factor": 0.06242796057614459, "zero": 0.0, "trimmed": false, "close": false}},
  "MPa": {"mm": {"name": "MPa", "decimals": 2, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "psi", "decimals": 0, "factor": 145.03773773020922, "zero": 0.0, "trimmed": false, "close": false}},
  "N": {"mm": {"name": "N", "decimals": 0, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "lbf", "decimals": 0, "factor": 0.2248089430997105, "zero": 0.0, "trimmed": false, "close": false}},
  "N.m": {"mm": {"name": "N·m", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "ft·lbf", "decimals": 1, "factor": 0.7375621492772655, "zero": 0.0, "trimmed": false, "close": false}},
  "C": {"mm": {"name": "°C", "decimals": 1, "factor": 1.0, "zero": 0.0, "trimmed": true, "close": false}, "in": {"name": "°F", "decimals": 0, "factor": 1.8, "zero": 32, "trimmed": false, "close": false}},
  "share": {"mm": {"name": "%", "decimals": 2, "factor": 100, "zero": 0.0, "trimmed": true, "close": false}, "in": {"name": "%", "decimals": 2, "factor": 100, "zero": 0.0, "trimmed": true, "close": false}},
  "price": {"mm": {"name": "", "decimals": 2, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}, "in": {"name": "", "decimals": 2, "factor": 1.0, "zero": 0.0, "trimmed": false, "close": false}},
};

export const COUNTED: Record<string, string> = {"bags": "bag", "measures": "measure", "batches": "batch", "people": "person", "screws": "screw", "sheets": "sheet", "cartridges": "cartridge", "rolls": "roll", "boxes": "box", "bars": "bar", "ties": "tie", "places": "place", "pieces": "piece", "lengths": "length", "kerfs": "kerf", "packs": "pack", "spoons": "spoon", "castings": "casting"};

export const SMALL = {"mm": 3.0, "l": 0.2, "mm2": 50000.0};
