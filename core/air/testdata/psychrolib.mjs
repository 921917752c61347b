// Makes psychrolib.csv, the cross-check of package air against an independent
// library of the ASHRAE formulas: npm install psychrolib@1.1.1, then
// node psychrolib.mjs > psychrolib.csv. The tests read the table and need no Node.
import psychrolib from "psychrolib";

psychrolib.SetUnitSystem(psychrolib.SI);
console.log("celsius,humidity_percent,saturation_kpa,vapour_kpa,dew_point_c");
for (let t = 5; t <= 40; t += 5)
  for (let h = 20; h <= 95; h += 15) {
    const sat = psychrolib.GetSatVapPres(t) / 1000;
    const vap = psychrolib.GetVapPresFromRelHum(t, h / 100) / 1000;
    const dew = psychrolib.GetTDewPointFromRelHum(t, h / 100);
    console.log([t, h, sat.toFixed(6), vap.toFixed(6), dew.toFixed(4)].join(","));
  }
