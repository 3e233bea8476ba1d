package reading

import (
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"testing"
)

func TestShow(t *testing.T) {
	b, err := os.ReadFile("/tmp/show.txt")
	if err != nil {
		t.Skip()
	}
	names := map[kind]string{kUnread: "UNREAD", kPlain: "plain", kMark: "mark", kThing: "thing", kNumber: "number", kTurns: "turns", kTimes: "times", kPer: "per", kLength: "length", kPlace: "place", kStart: "start", kEnd: "end", kStretch: "stretch", kWay: "way", kSpacing: "spacing", kMeasured: "measured", kGrade: "grade", kThread: "thread", kShare: "share", kRatio: "ratio", kCoats: "coats", kContinues: "continues", kSame: "same", kPart: "part", kOptional: "optional", kAbsent: "absent", kInstead: "instead", kReplaces: "replaces", kElse: "else", kVague: "vague", kWhen: "when", kOwn: "own", kSpecimen: "specimen", kDoubtful: "doubtful", kAnd: "and", kOr: "or", kThen: "then", kPreposition: "prep", kWhy: "why", kInCase: "case", kInTime: "time", kPurpose: "purpose", kSays: "says", kPerson: "person", kStandsFor: "pron", kAuxiliary: "aux", kTooMuch: "too", kNegation: "neg", kAct: "act", kAgain: "again", kElsewhat: "else-what", kRemark: "remark", kPrepared: "prepared", kAngle: "angle", kEssential: "essential"}
	for _, line := range strings.Split(strings.TrimSpace(string(b)), "\n") {
		label, text, _ := strings.Cut(line, ": ")
		toks := lexAt(text, 0, len(text))
		st := newStretch(Builtin(), text, toks, strings.ToLower(label))
		fmt.Println("##", line)
		for _, c := range st.clauses(st.chunks()) {
			fmt.Printf("  [%v %q %q]", c.kind, c.open, c.shut)
			for _, x := range c.chunks {
				fmt.Printf(" %s(%s", names[x.kind], st.text(x.from, x.to))
				if x.word != "" {
					fmt.Printf(" =%s", x.word)
				}
				fmt.Printf(")")
			}
			fmt.Println()
		}
		r, _ := Read("Fly\nTail: hen\n"+line+"\n", Builtin())
		for i, p := range r.Dressing.Parts {
			if i > 0 {
				p.Text = ""
				j, _ := json.Marshal(p)
				fmt.Println("  =>", string(j))
			}
		}
		fmt.Println("  unread:", r.Dressing.Unread)
	}
}
