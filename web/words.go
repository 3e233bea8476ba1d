package web

import (
	"context"
	"net/http"

	"mothledger/core/reading"
	"mothledger/ledger"
)

// csvAnswer is a table to be kept as a file.
type csvAnswer struct {
	Type        string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func asFile(name, text string, err error) (*csvAnswer, error) {
	return &csvAnswer{"text/csv; charset=utf-8", `attachment; filename="` + name + `"`, []byte(text)}, err
}

// wordOperations are the lexicon: what the reader knows, and what the club taught it.
func wordOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/lexicon", "open-lexicon", "What the reader knows: the club's own words, then those built in"),
		func(ctx context.Context, in *struct {
			Letters string `query:"q" maxLength:"100" doc:"letters that the words hold"`
			Class   string `query:"class" maxLength:"60" doc:"one class of rows"`
			After   int    `query:"after" minimum:"0" maximum:"1000000" doc:"the next of the stretch before"`
			Limit   int    `query:"limit" minimum:"1" maximum:"100" default:"60"`
		}) (*answer[ledger.LexiconPage], error) {
			p, err := l.Lexicon(ctx, in.Letters, in.Class, in.After, in.Limit)
			return &answer[ledger.LexiconPage]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/lexicon.csv", "lexicon-file", "The whole lexicon as CSV"),
		func(ctx context.Context, _ *struct{}) (*csvAnswer, error) {
			text, err := l.WholeLexicon(ctx)
			return asFile("lexicon.csv", text, err)
		})
	handle(s, op(http.MethodGet, "/api/senses", "open-sense", "What words can mean, and phrases of the lexicon near to them"),
		func(ctx context.Context, in *struct {
			Words string            `query:"words" maxLength:"200"`
			As    reading.CorrectAs `query:"as" doc:"the class from which phrases are offered"`
		}) (*answer[ledger.Sense], error) {
			sense, err := l.Sense(ctx, in.Words, in.As)
			return &answer[ledger.Sense]{sense}, err
		})
	handle(s, op(http.MethodGet, "/api/vocabulary", "list-vocabulary", "Words that the club taught its reader"),
		func(ctx context.Context, _ *struct{}) (*answer[[]ledger.Word], error) {
			v, err := l.Vocabulary(ctx)
			return &answer[[]ledger.Word]{v}, err
		})
	handle(s, op(http.MethodGet, "/api/vocabulary.csv", "word-file", "The club's own words as a word file"),
		func(ctx context.Context, _ *struct{}) (*csvAnswer, error) {
			text, err := l.WordFile(ctx)
			return asFile("words.csv", text, err)
		})
	handle(s, op(http.MethodPost, "/api/vocabulary", "teach", "Teach the reader a word, for every reading from now on"),
		func(ctx context.Context, in *struct {
			Doer
			Body struct {
				reading.Taught
				Again bool `json:"again,omitempty" doc:"change the row that is there"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Teach(ctx, in.Body.Taught, in.Body.Again, by))
		})
	handle(s, op(http.MethodDelete, "/api/vocabulary", "unteach", "Take a word out of what the club taught its reader"),
		func(ctx context.Context, in *struct {
			Doer
			Words string `query:"words" required:"true" maxLength:"100"`
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Unteach(ctx, in.Words, by))
		})
	handle(s, withText(op(http.MethodPut, "/api/vocabulary", "take-words", "Take a word file in: all its rows, or with a slip in it none")),
		func(ctx context.Context, in *struct {
			Doer
			Body struct {
				Text string `json:"text" doc:"CSV with the heading words,as,means,kind,hue,also,example"`
			}
		}) (*answer[ledger.TakenWords], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			t, err := l.TakeWords(ctx, in.Body.Text, by)
			return &answer[ledger.TakenWords]{t}, err
		})
}
