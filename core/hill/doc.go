// Package hill lays the ladder of levels at which a bag is filled and raised:
// which level comes next, how many litres it takes, and how tall the stems
// should stand for it. It lays the rest again when a raise differed, and walks
// stems that it is given day by day up the rungs that are left.
//
// It knows no weather: how stems grow is for those who do.
package hill
