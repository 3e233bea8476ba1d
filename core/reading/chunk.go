package reading

import (
	"mothledger/core/measure"
)

// A kind is what a chunk is.
type kind uint8

// The kinds of chunk.
const (
	kUnread kind = iota
	kPlain
	kMark
	kThing     // a phrase about a material
	kNumber    // a number that nothing is said to be counted by
	kTurns     // how often something is wound
	kTimes     // once, twice, thrice
	kPer       // each side
	kLength    // a length, or how far something reaches
	kPlace     // a place on the shank
	kStart     // a place with a word that says that something begins there
	kEnd       // a place with a word that says that something ends there
	kStretch   // from one place to another
	kWay       // counter or with
	kSpacing   // even or opening
	kMeasured  // a gauge: millimetres across, and the basis
	kGrade     // a width or a thickness of the material
	kThread    // aught or denier
	kShare     // a share of the whole that stands before its material
	kRatio     // of the two materials of a blend
	kCoats     // coats of varnish
	kContinues // what is left of another part
	kSame      // the material of another part
	kPart      // another part of the fly
	kOptional
	kEssential
	kAbsent
	kInstead
	kReplaces
	kElse
	kVague
	kWhen // a condition on size or use
	kOwn
	kSpecimen
	kDoubtful
	kAnd
	kOr
	kThen
	kPreposition
	kWhy
	kInCase
	kInTime
	kPurpose
	kSays
	kPerson
	kInPlace // instead
	kOnce    // in the old days
	kOthers  // somebody else than the tier
	kStandsFor
	kAuxiliary
	kTooMuch
	kNegation
	kAct
	kAgain
	kSize // of a hook
	kHookWord
	kWhere    // where another part stops or begins
	kAccount  // in the article
	kCorrects // what follows replaces what was said
	kElsewhat // a thing that is no material
	kRemark   // what somebody corrected to a remark
	kPrepared // a preparation or a quality that stands alone
	kAngle
)

// A chunk is a flat group of tokens with what it says.
type chunk struct {
	kind     kind
	from, to int
	v        measure.Interval // turns, a number, a share, a ratio
	l, end   measure.Length   // a length, a place; of a stretch its end
	word     string           // what a row stands for, or a label
	basis    string           // of a gauge
	thing    *phrase
	low, top int // the sizes of a condition
	unread   int // content words in it that nobody knows
}

// cost is what a way to cut tokens into chunks comes to: unread words first, then how many
// chunks, then how far its kinds stand down the list of preference.
type cost struct{ unread, chunks, rank int }

func (a cost) less(b cost) bool {
	if a.unread != b.unread {
		return a.unread < b.unread
	}
	if a.chunks != b.chunks {
		return a.chunks < b.chunks
	}
	return a.rank < b.rank
}

// preference is declared: of two chunks over the same tokens the kind that stands first is
// taken.
var preference = []kind{
	kMark, kRemark, kSize, kHookWord, kWhere, kCorrects, kAccount, kStretch, kMeasured, kShare, kRatio, kTurns, kCoats, kThread, kWhen, kGrade, kContinues, kSame, kEnd, kStart, kLength, kPlace, kPer, kWay, kSpacing,
	kAbsent, kOptional, kEssential, kReplaces, kVague, kElse, kInstead, kOwn, kSpecimen, kDoubtful, kAgain, kTooMuch, kWhy, kPurpose, kInCase, kInTime, kSays,
	kPart, kTimes, kThing, kPrepared, kAct, kAngle, kAnd, kOr, kThen, kPreposition, kNegation, kInPlace, kOnce, kOthers, kPerson, kStandsFor, kAuxiliary, kNumber, kElsewhat, kPlain, kUnread,
}

var rankOf = func() map[kind]int {
	m := map[kind]int{}
	for i, k := range preference {
		m[k] = i
	}
	return m
}()

// chunks cuts the tokens of a stretch into chunks: with the fewest unread words, then the
// fewest chunks, then by preference.
func (t *stretch) chunks() []chunk {
	n := len(t.toks)
	best := make([]cost, n+1)
	pick := make([]chunk, n)
	var room []chunk
	for i := n - 1; i >= 0; i-- {
		room = t.candidates(i, room[:0])
		first := true
		for _, c := range room {
			if c.to <= i || c.to > n {
				continue
			}
			next := best[c.to]
			own := cost{c.unread + next.unread, 1 + next.chunks, rankOf[c.kind] + next.rank}
			if first || own.less(best[i]) {
				best[i], pick[i], first = own, c, false
			}
		}
	}
	out := make([]chunk, 0, n/2+1)
	for i := 0; i < n; i = pick[i].to {
		out = append(out, pick[i])
	}
	return out
}
