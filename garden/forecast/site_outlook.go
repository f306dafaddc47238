package forecast

import (
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// SiteOutlook is what a site's numbers come to for the season of a day.
type SiteOutlook struct {
	Site    logbook.Site
	Normals *climate.Normals
	Frosts  climate.Frosts
	Windows []ShelterWindow
}

// ShelterWindow is the safe window under one shelter.
type ShelterWindow struct {
	Shelter climate.Shelter
	Offset  climate.MicroclimateOffset
	Have    bool
	climate.Window
}

// NewSiteOutlook works a site out. Faults when its numbers cannot be.
func NewSiteOutlook(s logbook.Site, today measure.Day) (SiteOutlook, error) {
	if err := s.Check(); err != nil {
		return SiteOutlook{}, err
	}
	n, err := s.Normals()
	if err != nil {
		return SiteOutlook{}, err
	}
	o := SiteOutlook{Site: s, Normals: n, Frosts: s.Frosts(today)}
	for _, shelter := range climate.Shelters() {
		o.Windows = append(o.Windows, ShelterWindow{shelter, shelter.Offset(), s.Has(shelter), n.Safe(o.Frosts, shelter, s.Risk)})
	}
	return o, nil
}
