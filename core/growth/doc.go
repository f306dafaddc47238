// Package growth grows a plant day by day through the weather it stands in: when it
// comes up, how long its stems are, what leaf it has, when it is mature, and how its
// season compares with an ordinary one. It fits a plant to what was measured of it,
// and runs plants through many years for the spread of their dates.
//
// It is given weather and stays day by day and knows neither sites nor labels.
package growth
