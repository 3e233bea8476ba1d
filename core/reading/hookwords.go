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
)
