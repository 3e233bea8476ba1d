package ledger

import (
	"context"
	"fmt"
	"strconv"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/question"
	"mothledger/core/role"
	"mothledger/store"
)

// Index is one of the lists that lead into the ledger.
type Index string

// The indexes.
const (
	PeopleIndex    Index = "people"
	BooksIndex     Index = "books"
	DecadesIndex   Index = "decades"
	HooksIndex     Index = "hooks"
	ImitatesIndex  Index = "imitations"
	PartsIndex     Index = "parts"
	MaterialsIndex Index = "materials"
)

// Values lists them.
func (Index) Values() []string {
	return words(PeopleIndex, BooksIndex, DecadesIndex, HooksIndex, ImitatesIndex, PartsIndex, MaterialsIndex)
}

// Heading is an entry of an index.
type Heading struct {
	Name  string `json:"name"`
	Count int    `json:"count" doc:"how many dressings stand under it; of a person, how many it originated"`
	Over  bool   `json:"over,omitempty" doc:"there are more; they were not counted further"`
	Tied  *int   `json:"tied,omitempty" doc:"of a person, how many it tied"`
	// Question finds them.
	Question string `json:"question"`
}

// IndexPage is a stretch of an index.
type IndexPage struct {
	Headings []Heading `json:"headings"`
	// Next asks for the stretch after this one, empty at the end.
	Next string `json:"next"`
}

// indexPage is how many headings a stretch has.
const indexPage = 60

// quote puts a name into quotes, for a question.
func quote(name string) string { return `"` + strings.ReplaceAll(name, `"`, " ") + `"` }

// IndexOf gives a stretch of an index: what begins with some letters, from the one after a key on. part
// is the part whose materials are listed.
func (l *Ledger) IndexOf(ctx context.Context, of Index, part, begin, after string) (IndexPage, error) {
	out := IndexPage{Headings: []Heading{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		list, most, ask, err := index(ctx, s, of, part, begin, after)
		if err != nil {
			return err
		}
		if len(list) > indexPage && pages[of] {
			list = list[:indexPage]
			out.Next = list[indexPage-1].Key
		}
		for _, h := range list {
			e := Heading{Name: h.Name, Count: min(h.Count, most), Over: h.Count > most || h.Tied > most, Question: ask(h.Name)}
			if of == PeopleIndex {
				e.Tied = new(min(h.Tied, most))
			}
			if of == HooksIndex {
				e.Name = sizeNamed(h.Name)
			}
			out.Headings = append(out.Headings, e)
		}
		return nil
	})
	return out, err
}

// pages are the indexes that grow with the ledger and come in stretches.
var pages = map[Index]bool{PeopleIndex: true, BooksIndex: true, ImitatesIndex: true, MaterialsIndex: true}

func sizeNamed(number string) string {
	n, _ := strconv.Atoi(number)
	return hook.Size(n).String()
}

// index looks an index up; it gives how far its counts go, and the question that finds what stands
// under a heading.
func index(ctx context.Context, s store.Reads, of Index, part, begin, after string) (list []store.Heading, most int, ask func(name string) string, err error) {
	most = store.CountedTo
	switch of {
	case PeopleIndex:
		list, err = s.IndexOfPeople(ctx, begin, after, indexPage+1)
		ask = func(n string) string { return "by " + quote(n) }
	case BooksIndex:
		list, err = s.IndexOfSources(ctx, begin, after, indexPage+1)
		ask = func(n string) string { return "in " + quote(n) }
	case DecadesIndex:
		most = store.LookedTo
		list, err = s.IndexOfDecades(ctx)
		ask = func(n string) string { return n }
	case HooksIndex:
		most = store.LookedTo
		list, err = s.IndexOfSizes(ctx)
		ask = func(n string) string { return "size " + sizeNamed(n) }
	case ImitatesIndex:
		list, err = s.IndexOfImitations(ctx, begin, after, indexPage+1)
		ask = func(n string) string { return "imitates " + quote(n) }
	case PartsIndex:
		most = store.LookedTo
		list, err = s.IndexOfParts(ctx)
		ask = func(n string) string { return "part: " + n }
	case MaterialsIndex:
		if part == "" {
			return nil, 0, nil, &Fault{"part", "say the part whose materials are listed"}
		}
		most = store.LookedTo
		_, kin := question.Labelled(part)
		if kin == "" {
			kin = part
		}
		list, err = s.IndexOfMaterials(ctx, kin, begin, after, indexPage+1)
		ask = func(n string) string { return madeOf(part, n) }
	default:
		return nil, 0, nil, &Fault{"of", "there is no such index"}
	}
	return list, most, ask, err
}

// madeOf asks for what a part is made of, and nothing beside it.
func madeOf(part, material string) string {
	if _, known := role.Find(part); !known {
		return part + ": " + quote(material)
	}
	name, _ := question.Labelled(part)
	return name + " is " + quote(material)
}

// About is the head of a page for an entry of an index: a person, a book, a decade, a part.
type About struct {
	Name string `json:"name"`
	// Question finds the dressings under it.
	Question string `json:"question"`
	// First and Last are the years between which they are, 0 where none is told.
	First int `json:"first,omitempty"`
	Last  int `json:"last,omitempty"`
	// Roles are the ways in which dressings stand under it, where there are several.
	Roles []Heading `json:"roles"`
}

// About gives the head of the page of an entry of an index.
func (l *Ledger) About(ctx context.Context, of Index, name, part string) (About, error) {
	out := About{Name: tidy(name), Roles: []Heading{}}
	if out.Name == "" {
		return out, &Fault{"name", "say whose page it is"}
	}
	err := l.store.View(ctx, func(s store.Reads) error {
		switch of {
		case PeopleIndex:
			out.Question = "by " + quote(out.Name)
			for _, r := range [][2]string{{"originated", "originated by "}, {"tied", "tied by "}} {
				h := Heading{Name: r[0], Question: r[1] + quote(out.Name)}
				n, _, about, err := counted(ctx, s, h.Question)
				if err != nil {
					return err
				}
				h.Count, h.Over = n, about
				out.Roles = append(out.Roles, h)
			}
		case BooksIndex:
			out.Question = "in " + quote(out.Name)
		case DecadesIndex:
			out.Question = out.Name
		case HooksIndex:
			out.Question = "size " + out.Name
		case ImitatesIndex:
			out.Question = "imitates " + quote(out.Name)
		case PartsIndex:
			out.Question = "part: " + out.Name
		case MaterialsIndex:
			out.Question = madeOf(part, out.Name)
		default:
			return &Fault{"of", "there is no such index"}
		}
		_, a, _, err := counted(ctx, s, out.Question)
		if err != nil {
			return err
		}
		out.First, out.Last, err = s.Lives(ctx, a)
		return err
	})
	return out, err
}

// counted counts what a question finds.
func counted(ctx context.Context, s store.Reads, text string) (int, store.Asked, bool, error) {
	terms, err := understand(ctx, s, text)
	if err != nil {
		return 0, store.Asked{}, false, err
	}
	a, err := asked(ctx, s, terms)
	if err != nil {
		return 0, a, false, err
	}
	n, about, err := s.Count(ctx, a)
	return n, a, about, err
}

// Choices are what is offered while somebody types a name.
type Choices struct {
	Names     []string `json:"names" doc:"people or sources"`
	Dressings []Entry  `json:"dressings"`
	// Exact is set where one is called just what was typed.
	Exact bool `json:"exact"`
}

// chosenFrom is how many are offered.
const chosenFrom = 12

// Offer gives people, sources or dressings for what was typed, the nearest spelling first.
func (l *Ledger) Offer(ctx context.Context, of, typed string, v Vice) (Choices, error) {
	out := Choices{Names: []string{}, Dressings: []Entry{}}
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		if v, err = v.load(ctx, s); err != nil {
			return err
		}
		switch of {
		case "people":
			out.Names, err = s.People(ctx, typed, chosenFrom)
		case "sources":
			out.Names, err = s.Sources(ctx, typed, chosenFrom)
		case "dressings":
			var rows []store.Row
			if rows, err = s.Dressings(ctx, typed, chosenFrom); err != nil {
				return err
			}
			for _, r := range rows {
				e, err := drawn(r, v)
				if err != nil {
					return err
				}
				out.Dressings = append(out.Dressings, e)
				out.Exact = out.Exact || strings.EqualFold(r.Title, tidy(typed))
			}
		default:
			return &Fault{"of", fmt.Sprintf("there are no %s to choose", of)}
		}
		for _, n := range out.Names {
			out.Exact = out.Exact || strings.EqualFold(n, tidy(typed))
		}
		return err
	})
	return out, err
}
