package language

import (
	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	jsonv1 "github.com/go-json-experiment/json/v1"

	"therapeon/core/message"
)

// JSON writes a value as JSON, with its messages in words.
func (l *Language) JSON(v any) ([]byte, error) {
	said := json.MarshalToFunc(func(to *jsontext.Encoder, m message.Message) error {
		return to.WriteToken(jsontext.String(l.Say(m)))
	})
	hidden := json.MarshalToFunc(func(to *jsontext.Encoder, v message.Writes) error {
		return json.MarshalEncode(to, v.Written()) // by the options of the whole
	})
	return json.Marshal(v, jsonv1.DefaultOptionsV1(), json.WithMarshalers(json.JoinMarshalers(said, hidden)))
}
