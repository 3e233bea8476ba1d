package when

// Order is what two dates tell of one another.
type Order string

// The orders. CannotTell is what dates that overlap say, or one that is not told.
const (
	Before     Order = "before"
	After      Order = "after"
	Same       Order = "same"
	CannotTell Order = "cannot tell"
)

// Other is the order seen from the second date.
func (o Order) Other() Order {
	switch o {
	case Before:
		return After
	case After:
		return Before
	}
	return o
}

// Compare tells whether a is before b for certain: all its days are. Two days that are one
// are the same; all else cannot be told.
func Compare(a, b Date) Order {
	switch {
	case !a.Latest.IsZero() && !b.Earliest.IsZero() && a.Latest.Compare(b.Earliest) < 0:
		return Before
	case !b.Latest.IsZero() && !a.Earliest.IsZero() && b.Latest.Compare(a.Earliest) < 0:
		return After
	case !a.Earliest.IsZero() && a.Earliest == a.Latest && a.Earliest == b.Earliest && a.Latest == b.Latest:
		return Same
	}
	return CannotTell
}
