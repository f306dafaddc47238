package frame

// Listed pages of a stage.
func (f *Frame) Listed(list string) []Page {
	for i := range f.stages {
		if f.stages[i].List == list {
			return f.stages[i].Listed
		}
	}
	return nil
}
