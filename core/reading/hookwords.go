package reading

import (
	"regexp"

	"mothledger/core/lexicon"
)

var (
	shankWord = regexp.MustCompile(`^(\d+)x(l|long|s|short)$`)
	wireWord  = regexp.MustCompile(`^(\d+)x(f|fine|h|heavy|strong|stout)$`)
	bareX     = regexp.MustCompile(`^(\d+)x$`)
)

var (
	hookStyles = lexicon.Values("hook style")
	// demoWords tell that a hook is only the one of a demonstration
	demoWords = lexicon.Set("shown")
	// flatly are what is done to a barb that is no longer to catch
	flatly = lexicon.Set("barb down")
	// wireWeight are words for a hook's wire without a code
	wireWeight = lexicon.Values("wire")
)
