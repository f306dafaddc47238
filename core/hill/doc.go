// Package hill lays the ladder of levels at which a bag is filled and raised:
// which level comes next, how many litres it takes, and how tall the stems
// should stand for it. It lays the rest again when a raise differed.
//
// It knows no dates: when a rung falls due is for those who know the weather.
package hill
