// Package climate knows a site's ordinary weather: normals for each day of the
// year from monthly means, the risk of frost, what a shelter gains, radiation
// and evapotranspiration. Both hemispheres are the same to it: it never asks
// which month it is, only what the site's own numbers say.
//
// It knows no weather that happened and no plants.
package climate
