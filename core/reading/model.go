package reading

import "mothledger/core/dressing"

// The values that a reading gives, by their names in the model.
type (
	Dressing      = dressing.Dressing
	Part          = dressing.Part
	Material      = dressing.Material
	Count         = dressing.Count
	Hook          = dressing.Hook
	Thread        = dressing.Thread
	Condition     = dressing.Condition
	Said          = dressing.Said
	Sizes         = dressing.Sizes
	Unread        = dressing.Unread
	Contradiction = dressing.Contradiction
)
