/** Made by `make generate` from the core. Do not edit. */
export interface Band {
  below?: number;
  name?: string;
  step?: number;
  figures?: number;
  factor?: number;
  zero?: number;
  one?: string;
  marks?: number;
  finer?: number;
  towards?: number;
  under?: boolean;
  fixed?: boolean;
}

export interface EntryUnit {
  name: string;
  decimals: number;
  factor: number;
  zero: number;
}

export const KINDS: Record<string, { mm: Band[]; in: Band[] }> = {
  "mm": {"mm": [{"below": 3, "name": "mm", "step": 0.1, "under": true}, {"below": 20, "name": "mm", "step": 0.5}, {"name": "mm"}], "in": [{"below": 3.175, "name": "″", "marks": 64, "under": true}, {"name": "″", "marks": 16, "finer": 32}]},
  "cut": {"mm": [{"below": 3, "name": "mm", "step": 0.1, "under": true}, {"name": "mm", "step": 0.5}], "in": [{"below": 3.175, "name": "″", "marks": 64, "under": true}, {"name": "″", "marks": 16, "finer": 32}]},
  "tape": {"mm": [{"name": "mm"}], "in": [{"name": "″", "marks": 16}]},
  "hold": {"mm": [{"name": "mm", "step": 5}], "in": [{"name": "″", "marks": 2}]},
  "spacing": {"mm": [{"name": "mm", "step": 5}], "in": [{"name": "″", "marks": 4}]},
  "at most": {"mm": [{"name": "mm", "step": 5, "towards": -1}], "in": [{"name": "″", "marks": 2, "towards": -1}]},
  "there": {"mm": [{"name": "mm", "towards": -1}], "in": [{"name": "″", "marks": 16, "towards": -1}]},
  "needed": {"mm": [{"name": "mm", "towards": 1}], "in": [{"name": "″", "marks": 16, "towards": 1}]},
  "bow": {"mm": [{"name": "mm", "step": 0.1, "under": true}], "in": [{"name": "″", "marks": 64, "under": true}]},
  "fine": {"mm": [{"name": "mm", "step": 0.1, "under": true}], "in": [{"name": "″", "marks": 64, "under": true}]},
  "screw": {"mm": [{"name": "mm"}], "in": [{"name": "″", "marks": 8}]},
  "mm/m": {"mm": [{"name": "mm/m"}], "in": [{"name": "″ per ft", "factor": 0.30479999999999996, "marks": 32}]},
  "m": {"mm": [{"name": "m", "step": 0.5}], "in": [{"name": "ft", "factor": 3.280839895013124}]},
  "m2": {"mm": [{"below": 0.2, "name": "m²", "figures": 2}, {"name": "m²", "step": 0.1}], "in": [{"below": 0.2, "name": "ft²", "figures": 2, "factor": 10.763910416709725}, {"name": "ft²", "step": 0.5, "factor": 10.763910416709725}]},
  "mm2": {"mm": [{"below": 50000.0, "name": "mm²"}, {"below": 200000.0, "name": "m²", "figures": 2, "factor": 1e-06}, {"name": "m²", "step": 0.1, "factor": 1e-06}], "in": [{"below": 50000.0, "name": "in²", "step": 0.01, "factor": 0.0015500031000062}, {"below": 200000.0, "name": "ft²", "figures": 2, "factor": 1.0763910416709725e-05}, {"name": "ft²", "step": 0.5, "factor": 1.0763910416709725e-05}]},
  "m2/l": {"mm": [{"name": "m²/L", "figures": 2}], "in": [{"name": "ft²/gal", "figures": 2, "factor": 40.74583333333334}]},
  "l": {"mm": [{"below": 0.2, "name": "ml", "step": 5, "factor": 1000}, {"below": 100, "name": "L", "step": 0.1}, {"below": 500, "name": "L"}, {"name": "m³", "step": 0.01, "factor": 0.001}], "in": [{"below": 283.1684659199999, "name": "ft³", "step": 0.01, "factor": 0.0353146667214886}, {"below": 764.5548579839997, "name": "ft³", "step": 0.1, "factor": 0.0353146667214886}, {"name": "yd³", "step": 0.01, "factor": 0.0013079506193143927}]},
  "vessel": {"mm": [{"below": 10, "name": "L", "step": 0.5}, {"name": "L"}], "in": [{"below": 9.463529459999998, "name": "qt", "step": 0.5, "factor": 1.0566882094325938}, {"name": "qt", "factor": 1.0566882094325938}]},
  "water": {"mm": [{"below": 0.2, "name": "ml", "step": 5, "factor": 1000}, {"name": "L", "step": 0.05}], "in": [{"below": 0.9463529459999999, "name": "fl oz", "step": 0.5, "factor": 33.814022701843}, {"name": "qt", "step": 0.1, "factor": 1.0566882094325938}]},
  "ml": {"mm": [{"below": 20, "name": "ml"}, {"below": 200, "name": "ml", "step": 5}, {"name": "L", "step": 0.05, "factor": 0.001}], "in": [{"below": 15, "name": "fl oz", "step": 0.05, "factor": 0.033814022701843}, {"below": 946.3529459999999, "name": "fl oz", "step": 0.5, "factor": 0.033814022701843}, {"name": "qt", "step": 0.1, "factor": 0.0010566882094325937}]},
  "kg": {"mm": [{"below": 0.1, "name": "g", "factor": 1000}, {"below": 2, "name": "g", "step": 10, "factor": 1000}, {"below": 20, "name": "kg", "step": 0.1}, {"name": "kg"}], "in": [{"below": 0.45359237, "name": "oz", "step": 0.5, "factor": 35.27396194958041}, {"below": 4.535923700000001, "name": "lb", "step": 0.1, "factor": 2.2046226218487757}, {"name": "lb", "factor": 2.2046226218487757}]},
  "allowed": {"mm": [{"name": "kg", "step": 0.5}], "in": [{"name": "lb", "factor": 2.2046226218487757}]},
  "push": {"mm": [{"name": "kg"}], "in": [{"name": "lb", "factor": 2.2046226218487757}]},
  "weighed": {"mm": [{"name": "kg", "step": 0.05}], "in": [{"name": "lb", "step": 0.1, "factor": 2.2046226218487757}]},
  "g": {"mm": [{"below": 10, "name": "g", "step": 0.1}, {"below": 1000, "name": "g"}, {"name": "kg", "step": 0.01, "factor": 0.001}], "in": [{"below": 10, "name": "g", "step": 0.1}, {"below": 1000, "name": "g"}, {"name": "kg", "step": 0.01, "factor": 0.001}]},
  "kg/m": {"mm": [{"name": "kg/m", "figures": 2}], "in": [{"name": "lb/ft", "figures": 2, "factor": 0.6719689751395067}]},
  "kg/m2": {"mm": [{"name": "kg/m²", "figures": 2}], "in": [{"name": "lb/ft²", "figures": 2, "factor": 0.20481614362252162}]},
  "kg/m3": {"mm": [{"name": "kg/m³", "step": 10}], "in": [{"name": "lb/ft³", "factor": 0.06242796057614459}]},
  "MPa": {"mm": [{"below": 1, "name": "MPa", "step": 0.1, "under": true}, {"below": 10, "name": "MPa", "step": 0.5}, {"name": "MPa"}], "in": [{"below": 6.894757293168361, "name": "psi", "step": 10, "factor": 145.03773773020922, "under": true}, {"name": "psi", "step": 50, "factor": 145.03773773020922}]},
  "stress": {"mm": [{"below": 0.1, "name": "MPa", "step": 0.01, "under": true}, {"name": "MPa", "figures": 2}], "in": [{"below": 0.0689475729316836, "name": "psi", "factor": 145.03773773020922, "under": true}, {"name": "psi", "figures": 2, "factor": 145.03773773020922}]},
  "N": {"mm": [{"name": "N", "step": 10, "under": true}], "in": [{"name": "lb", "factor": 0.2248089430997105, "under": true}]},
  "N.m": {"mm": [{"name": "N·m", "figures": 2}], "in": [{"name": "ft·lb", "figures": 2, "factor": 0.7375621492772655}]},
  "min": {"mm": [{"below": 15, "name": "min"}, {"below": 92.5, "name": "min", "step": 5}, {"below": 240, "name": "min", "step": 10}, {"below": 600, "name": "h", "step": 0.5, "factor": 0.016666666666666666}, {"name": "h", "factor": 0.016666666666666666}], "in": [{"below": 15, "name": "min"}, {"below": 92.5, "name": "min", "step": 5}, {"below": 240, "name": "min", "step": 10}, {"below": 600, "name": "h", "step": 0.5, "factor": 0.016666666666666666}, {"name": "h", "factor": 0.016666666666666666}]},
  "h": {"mm": [{"below": 0.25, "name": "min", "factor": 60}, {"below": 1.5416666666666667, "name": "min", "step": 5, "factor": 60}, {"below": 10, "name": "h", "step": 0.5}, {"below": 72, "name": "h"}, {"below": 168, "name": "days", "step": 0.5, "factor": 0.041666666666666664, "one": "day"}, {"name": "days", "factor": 0.041666666666666664, "one": "day"}], "in": [{"below": 0.25, "name": "min", "factor": 60}, {"below": 1.5416666666666667, "name": "min", "step": 5, "factor": 60}, {"below": 10, "name": "h", "step": 0.5}, {"below": 72, "name": "h"}, {"below": 168, "name": "days", "step": 0.5, "factor": 0.041666666666666664, "one": "day"}, {"name": "days", "factor": 0.041666666666666664, "one": "day"}]},
  "found h": {"mm": [{"below": 1, "name": "min", "factor": 60}, {"below": 10, "name": "h", "step": 0.1}, {"name": "h"}], "in": [{"below": 1, "name": "min", "factor": 60}, {"below": 10, "name": "h", "step": 0.1}, {"name": "h"}]},
  "found min": {"mm": [{"below": 10, "name": "min", "step": 0.1}, {"name": "min"}], "in": [{"below": 10, "name": "min", "step": 0.1}, {"name": "min"}]},
  "W": {"mm": [{"below": 100, "name": "W"}, {"below": 1000, "name": "W", "step": 5}, {"name": "kW", "step": 0.05, "factor": 0.001}], "in": [{"below": 100, "name": "W"}, {"below": 1000, "name": "W", "step": 5}, {"name": "kW", "step": 0.05, "factor": 0.001}]},
  "W/m2": {"mm": [{"name": "W/m²", "step": 5}], "in": [{"name": "W/ft²", "step": 0.5, "factor": 0.09290303999999998}]},
  "V": {"mm": [{"name": "V"}], "in": [{"name": "V"}]},
  "A": {"mm": [{"below": 10, "name": "A", "step": 0.1}, {"name": "A"}], "in": [{"below": 10, "name": "A", "step": 0.1}, {"name": "A"}]},
  "ohm": {"mm": [{"below": 10, "name": "Ω", "step": 0.1}, {"name": "Ω", "figures": 3}], "in": [{"below": 10, "name": "Ω", "step": 0.1}, {"name": "Ω", "figures": 3}]},
  "Mohm": {"mm": [{"below": 10, "name": "MΩ", "step": 0.1}, {"name": "MΩ"}], "in": [{"below": 10, "name": "MΩ", "step": 0.1}, {"name": "MΩ"}]},
  "kWh": {"mm": [{"below": 1, "name": "kWh", "step": 0.01}, {"below": 10, "name": "kWh", "step": 0.1}, {"name": "kWh"}], "in": [{"below": 1, "name": "kWh", "step": 0.01}, {"below": 10, "name": "kWh", "step": 0.1}, {"name": "kWh"}]},
  "m2.K/W": {"mm": [{"name": "m²K/W", "figures": 2}], "in": [{"name": "ft²·°F·h/BTU", "figures": 2, "factor": 5.678263}]},
  "rain": {"mm": [{"name": "mm", "step": 0.5}], "in": [{"name": "in", "step": 0.05, "factor": 0.03937007874015748}]},
  "found l": {"mm": [{"name": "L", "step": 0.05}], "in": [{"name": "ft³", "step": 0.002, "factor": 0.0353146667214886}]},
  "d": {"mm": [{"below": 7, "name": "days", "step": 0.5, "one": "day"}, {"name": "days", "one": "day"}], "in": [{"below": 7, "name": "days", "step": 0.5, "one": "day"}, {"name": "days", "one": "day"}]},
  "C": {"mm": [{"name": "°C", "step": 0.5}], "in": [{"name": "°F", "factor": 1.8, "zero": 32}]},
  "K": {"mm": [{"name": "°C"}], "in": [{"name": "°F", "factor": 1.8}]},
  "kg/m2/h": {"mm": [{"name": "kg/m²/h", "step": 0.1}], "in": [{"name": "lb/ft²/h", "step": 0.02, "factor": 0.20481614362252162}]},
  "km/h": {"mm": [{"name": "km/h"}], "in": [{"name": "mph", "factor": 0.6213711922373341}]},
  "deg": {"mm": [{"name": "°", "step": 0.1}], "in": [{"name": "°", "step": 0.1}]},
  "draft": {"mm": [{"name": "°", "step": 0.5}], "in": [{"name": "°", "step": 0.5}]},
  "lean": {"mm": [{"name": "°"}], "in": [{"name": "°"}]},
  "%": {"mm": [{"below": 10, "name": "%", "figures": 2}, {"name": "%"}], "in": [{"below": 10, "name": "%", "figures": 2}, {"name": "%"}]},
  "share": {"mm": [{"below": 0.1, "name": "%", "figures": 2, "factor": 100}, {"name": "%", "factor": 100}], "in": [{"below": 0.1, "name": "%", "figures": 2, "factor": 100}, {"name": "%", "factor": 100}]},
  "um": {"mm": [{"name": "µm", "step": 5}], "in": [{"name": "mil", "step": 0.1, "factor": 0.03937007874015748}]},
  "ug/m3": {"mm": [{"below": 10, "name": "µg/m³"}, {"name": "µg/m³", "figures": 2}], "in": [{"below": 10, "name": "µg/m³"}, {"name": "µg/m³", "figures": 2}]},
  "kg/l": {"mm": [{"name": "kg/L", "step": 0.01}], "in": [{"name": "lb/gal", "step": 0.1, "factor": 8.34540445201933}]},
  "l/m2": {"mm": [{"name": "L/m²", "figures": 2}], "in": [{"name": "gal/100 ft²", "figures": 2, "factor": 2.454238674711115}]},
  "min/m2": {"mm": [{"name": "min/m²", "figures": 2}], "in": [{"name": "min/ft²", "figures": 2, "factor": 0.09290303999999998}]},
  "m/h": {"mm": [{"name": "m/h", "step": 0.5}], "in": [{"name": "ft/h", "factor": 3.280839895013124}]},
  "m/min": {"mm": [{"name": "m/min", "step": 0.1}], "in": [{"name": "ft/min", "step": 0.5, "factor": 3.280839895013124}]},
  "m2/h": {"mm": [{"name": "m²/h", "step": 0.1}], "in": [{"name": "ft²/h", "factor": 10.763910416709725}]},
  "price": {"mm": [{"step": 0.01, "fixed": true}], "in": [{"step": 0.01, "fixed": true}]},
  "whole price": {"mm": [{}], "in": [{}]},
  "ratio": {"mm": [{"step": 0.01}], "in": [{"step": 0.01}]},
  "count": {"mm": [{"step": 0.25}], "in": [{"step": 0.25}]},
  "1": {"mm": [{"figures": 3}], "in": [{"figures": 3}]},
  "mm4": {"mm": [{"name": "cm⁴", "figures": 3, "factor": 0.0001}], "in": [{"name": "in⁴", "figures": 3, "factor": 2.4025096100288307e-06}]},
};

export const ENTRIES: Record<string, { mm: EntryUnit; in: EntryUnit }> = {
  "g": {"mm": {"name": "g", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "g", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "min": {"mm": {"name": "min", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "min", "decimals": 0, "factor": 1.0, "zero": 0.0}},
  "h": {"mm": {"name": "h", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "h", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "d": {"mm": {"name": "days", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "days", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "deg": {"mm": {"name": "°", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "°", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "kg": {"mm": {"name": "kg", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb", "decimals": 0, "factor": 2.2046226218487757, "zero": 0.0}},
  "l": {"mm": {"name": "L", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "qt", "decimals": 1, "factor": 1.0566882094325938, "zero": 0.0}},
  "ml": {"mm": {"name": "ml", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "ml", "decimals": 0, "factor": 1.0, "zero": 0.0}},
  "sip": {"mm": {"name": "ml", "decimals": 0, "factor": 1000, "zero": 0.0}, "in": {"name": "fl oz", "decimals": 1, "factor": 33.814022701843, "zero": 0.0}},
  "vessel": {"mm": {"name": "L", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "qt", "decimals": 1, "factor": 1.0566882094325938, "zero": 0.0}},
  "volume": {"mm": {"name": "L", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft³", "decimals": 2, "factor": 0.0353146667214886, "zero": 0.0}},
  "m": {"mm": {"name": "m", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft", "decimals": 1, "factor": 3.280839895013124, "zero": 0.0}},
  "m2": {"mm": {"name": "m²", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft²", "decimals": 1, "factor": 10.763910416709725, "zero": 0.0}},
  "mm2": {"mm": {"name": "m²", "decimals": 3, "factor": 1e-06, "zero": 0.0}, "in": {"name": "ft²", "decimals": 2, "factor": 1.0763910416709725e-05, "zero": 0.0}},
  "bar": {"mm": {"name": "mm²", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "in²", "decimals": 2, "factor": 0.0015500031000062, "zero": 0.0}},
  "mm4": {"mm": {"name": "cm⁴", "decimals": 1, "factor": 0.0001, "zero": 0.0}, "in": {"name": "in⁴", "decimals": 2, "factor": 2.4025096100288307e-06, "zero": 0.0}},
  "m2/l": {"mm": {"name": "m²/L", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft²/gal", "decimals": 0, "factor": 40.74583333333334, "zero": 0.0}},
  "kg/m": {"mm": {"name": "kg/m", "decimals": 3, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb/ft", "decimals": 3, "factor": 0.6719689751395067, "zero": 0.0}},
  "kg/m2": {"mm": {"name": "kg/m²", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb/ft²", "decimals": 2, "factor": 0.20481614362252162, "zero": 0.0}},
  "kg/m3": {"mm": {"name": "kg/m³", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb/ft³", "decimals": 1, "factor": 0.06242796057614459, "zero": 0.0}},
  "MPa": {"mm": {"name": "MPa", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "psi", "decimals": 0, "factor": 145.03773773020922, "zero": 0.0}},
  "N": {"mm": {"name": "N", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb", "decimals": 0, "factor": 0.2248089430997105, "zero": 0.0}},
  "N.m": {"mm": {"name": "N·m", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft·lb", "decimals": 1, "factor": 0.7375621492772655, "zero": 0.0}},
  "C": {"mm": {"name": "°C", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "°F", "decimals": 0, "factor": 1.8, "zero": 32}},
  "K": {"mm": {"name": "°C", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "°F", "decimals": 0, "factor": 1.8, "zero": 0.0}},
  "W": {"mm": {"name": "W", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "W", "decimals": 0, "factor": 1.0, "zero": 0.0}},
  "ohm": {"mm": {"name": "Ω", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "Ω", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "Mohm": {"mm": {"name": "MΩ", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "MΩ", "decimals": 1, "factor": 1.0, "zero": 0.0}},
  "km/h": {"mm": {"name": "km/h", "decimals": 0, "factor": 1.0, "zero": 0.0}, "in": {"name": "mph", "decimals": 0, "factor": 0.6213711922373341, "zero": 0.0}},
  "kg/m2/h": {"mm": {"name": "kg/m²/h", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "lb/ft²/h", "decimals": 3, "factor": 0.20481614362252162, "zero": 0.0}},
  "share": {"mm": {"name": "%", "decimals": 2, "factor": 100, "zero": 0.0}, "in": {"name": "%", "decimals": 2, "factor": 100, "zero": 0.0}},
  "price": {"mm": {"name": "", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "", "decimals": 2, "factor": 1.0, "zero": 0.0}},
  "price/m": {"mm": {"name": "/m", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "/ft", "decimals": 2, "factor": 0.30479999999999996, "zero": 0.0}},
  "kg/l": {"mm": {"name": "kg/L", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "kg/L", "decimals": 2, "factor": 1.0, "zero": 0.0}},
  "m2/h": {"mm": {"name": "m²/h", "decimals": 1, "factor": 1.0, "zero": 0.0}, "in": {"name": "ft²/h", "decimals": 0, "factor": 10.763910416709725, "zero": 0.0}},
  "dose": {"mm": {"name": "", "decimals": 3, "factor": 1.0, "zero": 0.0}, "in": {"name": "", "decimals": 3, "factor": 1.0, "zero": 0.0}},
  "%": {"mm": {"name": "%", "decimals": 2, "factor": 1.0, "zero": 0.0}, "in": {"name": "%", "decimals": 2, "factor": 1.0, "zero": 0.0}},
};

export const COUNTED: Record<string, string> = {"bags": "bag", "charges": "charge", "batches": "batch", "people": "person", "screws": "screw", "sheets": "sheet", "cartridges": "cartridge", "rolls": "roll", "boxes": "box", "bars": "bar", "ties": "tie", "places": "place", "pieces": "piece", "lengths": "length", "kerfs": "kerf", "packs": "pack", "spoons": "spoon", "castings": "casting", "layers": "layer", "coats": "coat", "pads": "pad", "rounds": "round", "barrows": "barrow", "stakes": "stake", "parts": "part", "copies": "copy", "stops": "stop", "settings": "setting"};

export const PAIRS: [number, number][] = [[3, 0.125], [5, 0.1875], [6, 0.25], [10, 0.375], [12, 0.5], [15, 0.625], [20, 0.75], [25, 1.0], [30, 1.1875], [32, 1.25], [38, 1.5], [40, 1.5625], [50, 2.0], [60, 2.375], [75, 3.0], [80, 3.125], [100, 4.0], [150, 6.0], [196, 7.75], [200, 8.0], [250, 10.0], [300, 12.0], [400, 16.0], [450, 18.0], [500, 20.0], [550, 21.5], [600, 24.0], [700, 27.5], [900, 36.0], [1000, 40.0], [1200, 48.0]];

export const WHOLE_CURRENCIES = ["CLP", "ISK", "JPY", "KRW", "PYG", "UGX", "VND"];
