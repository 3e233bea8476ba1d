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
		list, most, err := index(ctx, s, of, part, begin, after)
		if err != nil {
			return err
		}
		if len(list) > indexPage && pages[of] {
			list = list[:indexPage]
			out.Next = list[indexPage-1].Key
		}
		for _, h := range list {
			if of == HooksIndex {
				h.Name = sizeNamed(h.Name)
			}
			e := Heading{Name: h.Name, Count: min(h.Count, most), Over: h.Count > most || h.Tied > most, Question: questionFor(of, h.Name, part)}
			if of == PeopleIndex {
				e.Tied = new(min(h.Tied, most))
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

// questionFor asks for what stands under a heading of an index, by its name; empty for an index that
// there is not.
func questionFor(of Index, name, part string) string {
	switch of {
	case PeopleIndex:
		return "by " + quote(name)
	case BooksIndex:
		return "in " + quote(name)
	case DecadesIndex:
		return name
	case HooksIndex:
		return "size " + name
	case ImitatesIndex:
		return "imitates " + quote(name)
	case PartsIndex:
		return "part: " + name
	case MaterialsIndex:
		return madeOf(part, name)
	}
	return ""
}

// index looks an index up, and gives how far its counts go.
func index(ctx context.Context, s store.Reads, of Index, part, begin, after string) (list []store.Heading, most int, err error) {
	most = store.CountedTo
	switch of {
	case PeopleIndex:
		list, err = s.IndexOfPeople(ctx, begin, after, indexPage+1)
	case BooksIndex:
		list, err = s.IndexOfSources(ctx, begin, after, indexPage+1)
	case DecadesIndex:
		most = store.LookedTo
		list, err = s.IndexOfDecades(ctx)
	case HooksIndex:
		most = store.LookedTo
		list, err = s.IndexOfSizes(ctx)
	case ImitatesIndex:
		list, err = s.IndexOfImitations(ctx, begin, after, indexPage+1)
	case PartsIndex:
		most = store.LookedTo
		list, err = s.IndexOfParts(ctx)
	case MaterialsIndex:
		if part == "" {
			return nil, 0, &Fault{"part", "say the part whose materials are listed"}
		}
		most = store.LookedTo
		_, kin := question.Labelled(part)
		if kin == "" {
			kin = part
		}
		list, err = s.IndexOfMaterials(ctx, kin, begin, after, indexPage+1)
	default:
		return nil, 0, &Fault{"of", "there is no such index"}
	}
	return list, most, err
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
	if out.Question = questionFor(of, out.Name, part); out.Question == "" {
		return out, &Fault{"of", "there is no such index"}
	}
	err := l.store.View(ctx, func(s store.Reads) error {
		if of == PeopleIndex {
			for _, r := range [][2]string{{"originated", "originated by "}, {"tied", "tied by "}} {
				h := Heading{Name: r[0], Question: r[1] + quote(out.Name)}
				a, err := askedFor(ctx, s, h.Question)
				if err != nil {
					return err
				}
				if h.Count, h.Over, err = s.Count(ctx, a); err != nil {
					return err
				}
				out.Roles = append(out.Roles, h)
			}
		}
		a, err := askedFor(ctx, s, out.Question)
		if err != nil {
			return err
		}
		out.First, out.Last, err = s.Lives(ctx, a)
		return err
	})
	return out, err
}

// askedFor turns a question into what the store looks up.
func askedFor(ctx context.Context, s store.Reads, text string) (store.Asked, error) {
	terms, err := understand(ctx, s, text)
	if err != nil {
		return store.Asked{}, err
	}
	return asked(ctx, s, terms)
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
		if err == nil {
			err = qualify(ctx, s, pointers(out.Dressings))
		}
		for _, n := range out.Names {
			out.Exact = out.Exact || strings.EqualFold(n, tidy(typed))
		}
		return err
	})
	return out, err
}
