package lexicon

// What the rows of an act stand for: the deeds of a tier, each with what its
// object and its place mean. The rows' third column holds these and no others.
const (
	ActDoes      = "does"       // says nothing of the fly
	ActSays      = "says"       // speech
	ActHolds     = "holds"      // takes in hand, holds in place
	ActBrings    = "brings"     // puts on, gives, uses: its object is the material
	ActWinds     = "winds"      // winds, dubs: its place is an end
	ActTies      = "ties"       // ties in: its place is where a thing is caught in
	ActTiesOff   = "ties off"   // its place is an end
	ActBegins    = "begins"     // its place is where the part begins
	ActStops     = "stops"      // its place is where the part ends
	ActReaches   = "reaches"    // its place is a length
	ActMeasures  = "measures"   // its measure is a length
	ActCuts      = "cuts"       // cuts to a length
	ActTakesAway = "takes away" // its object is gone
	ActPullsOver = "pulls over" // draws a back or a case over
	ActCovers    = "covers"     // its object lies underneath
)

// What is counted: the units of a count.
const (
	CountFibre   = "fibre"
	CountStrand  = "strand"
	CountFeather = "feather"
	CountStalk   = "stalk"
	CountBunch   = "bunch"
	CountStrip   = "strip"
	CountSlip    = "slip"
	CountPlume   = "plume"
	CountHerl    = "herl"
	CountEye     = "eye"
)

// Which way a shade changes a colour.
const (
	ShadeDark   = "dark"
	ShadeLight  = "light"
	ShadeBright = "bright" // stronger, not lighter
	ShadeDull   = "dull"
)

// The styles of a hook.
const (
	StyleDry      = "dry"
	StyleWet      = "wet"
	StyleNymph    = "nymph"
	StyleCurved   = "curved"
	StyleJig      = "jig"
	StyleStreamer = "streamer"
	StyleSalmon   = "salmon"
	StyleEmerger  = "emerger"
	StyleTube     = "tube"
)

// What more is counted.
const (
	CountLayer = "layer" // of thread
	Times      = "times"
)

// Names that a rule is about: it holds for this very word, not for a class of them.
const (
	Substitute = "substitute" // what a stand-in is called that nothing more is said of
	Dubbing    = "dubbing"    // a material, and by itself what a body is of
	Chenille   = "chenille"
	Tippet     = "tippet" // a feather of a pheasant, and what leaders are of
	Brass      = "brass"  // a colour, and what beads are of
	Natural    = "natural"
	Shoulder   = "shoulder" // of a bird, and of a fly
	Whip       = "whip"
	ShortHook  = "hk" // for a hook, or a hackle where that was told
	ShortBead  = "bd" // for a bead, or a body
)

// The fields of a hook that rows of the class "hook spec" tell.
const (
	HookShank = "shank"
	HookWire  = "wire"
	HookStyle = "style"
	HookBarb  = "barb"
	HookEye   = "eye"
)

// Single words that a value of the contract is.
const (
	BarbFlattened = "flattened"
	HeavyWire     = "heavy"
	Beard         = "beard" // a hackle below the hook alone
	GradeThin     = "thin"
	GradeThick    = "thick"
)

// What the rows of a hazard stand for that core/advice names.
const (
	HazardResin = "resin"
	HazardLead  = "lead"
	HazardDye   = "dye"
)

// Imitates is what a header that says what a fly stands for is kept under.
const Imitates = "imitates"
