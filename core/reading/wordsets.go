package reading

import (
	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/role"
)

// Words that are looked up by themselves. What each class of them is stands in the lexicon's classes.csv.
var (
	sizeWords    = lexicon.Set("size word")
	numberWords  = lexicon.Set("number word")
	hookWords    = lexicon.Set("hook word")
	wireWeights  = lexicon.Set("wire weight")
	oneMore      = lexicon.Set("one more")
	fished       = lexicon.Set("fished")
	threadWords  = lexicon.Set("thread word")
	someMore     = lexicon.Set("again as often")
	beforeSome   = lexicon.Set("indefinite")
	anchors      = lexicon.Set("anchor")
	whereOnly    = lexicon.Set("where only")
	alongWords   = lexicon.Set("along")
	sides        = lexicon.Set("side of a thing")
	wholeWords   = lexicon.Set("whole")
	resembles    = lexicon.Set("resembles")
	acrossBefore = lexicon.Set("dimension across")
	fatness      = lexicon.Set("fatness")
	workedOut    = lexicon.Set("worked out")
	gradedKinds  = lexicon.Set("sold by width")
	roundPost    = lexicon.Set("round a post")
	cones        = lexicon.Set("cone")
	makesIt      = lexicon.Set("makes it so")
	willDo       = lexicon.Set("will do")
	gilt         = lexicon.Set("tinsel colour")
	colourWords  = lexicon.Set("colour word")
	undyed       = lexicon.Set("undyed")
	lightness    = lexicon.Set("lightness")
	middling     = lexicon.Set("middling")
	ofPart       = lexicon.Set("of a part")
	beasts       = lexicon.Set("beast")
	colourOf     = lexicon.Values("colour of a name")
	ofBrass      = lexicon.Set("made of brass")
	follows      = lexicon.Set("along a body")
	becomes      = lexicon.Set("becomes")
	serves       = lexicon.Set("serves")
	toMakes      = lexicon.Set("to make")
	finishers    = lexicon.Set("finisher")
	palmers      = lexicon.Set("palmer word")
	ribbers      = lexicon.Set("rib word")
	puts         = lexicon.Set("puts")
	particles    = lexicon.Set("particle")
	ofWords      = lexicon.Set("of a part told")
	alongHackle  = lexicon.Set("hackle along")
	oldFly       = lexicon.Set("another fly")
	ordinalSizes = lexicon.Numbers("ordinal")
	orderWords   = lexicon.Set("in order")
	allToldWords = lexicon.Set("the whole")
	barbWork     = lexicon.Values("barb work")
	beadWords    = lexicon.Set("bead word")
	freeWords    = lexicon.Set("in brackets")
	versionWords = lexicon.Set("version")
	leadWords    = lexicon.Set("lead word")
	backWords    = lexicon.Set("backwards")
	partWords    = lexicon.Set("part of a blend")
	notSize      = lexicon.Set("no size")
	dyedWords    = lexicon.Set("dyed")
	strandParts  = lexicon.Set("strand part")
	turnedWords  = lexicon.Set("turned")
	endingWords  = lexicon.Set("ending")
	doubling     = lexicon.Set("doubling")
)

// wingLabel tells whether a part is the wing, which is the wings as well.
func wingLabel(label string) bool { return singular(label) == role.Wing }

// spacingTold is what is told of how turns are spaced.
var spacingTold = map[string]string{dressing.SpacedWider: "turns further apart towards the front", dressing.SpacedEvenly: "turns equally far apart"}

// What a chunk of a stretch or of a share is.
const (
	theRest = "rest"
	ofShare = "share"
	inParts = "parts"
)
