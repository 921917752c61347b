// Package english says what tests look at in English, as a reader would see it.
package english

import (
	"errors"
	"fmt"
	"strings"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/language"
)

// Say puts a message, a text of a table, or several of either in words, one a line.
func Say(what any) string {
	in := language.Of("en")
	var lines []string
	switch what := what.(type) {
	case message.Message:
		return in.Say(what)
	case knowledge.Text:
		return in.Say(what.Value)
	case knowledge.Sentence:
		return in.Say(what.Value)
	case interface{ Words() message.Message }: // as judgement tells it
		return in.Say(what.Words())
	case []knowledge.Sentence:
		for _, s := range what {
			lines = append(lines, in.Say(s.Value))
		}
	case *knowledge.Text:
		if what == nil {
			return ""
		}
		return in.Say(what.Value)
	case []knowledge.Text:
		for _, t := range what {
			lines = append(lines, in.Say(t.Value))
		}
	case []message.Message:
		for _, m := range what {
			lines = append(lines, in.Say(m))
		}
	default:
		panic(fmt.Sprintf("%T is not said", what))
	}
	return strings.Join(lines, "\n")
}

// Lines are several messages, or texts of a table, in words.
func Lines(what any) []string {
	all := []string{}
	switch what := what.(type) {
	case []knowledge.Text:
		for _, t := range what {
			all = append(all, Say(t))
		}
	case []message.Message:
		for _, m := range what {
			all = append(all, Say(m))
		}
	default:
		panic(fmt.Sprintf("%T is not several", what))
	}
	return all
}

// Error is an error as its reader is told: each fault with its field, or what the error says of itself.
func Error(err error) string {
	var faults fault.List
	var says interface{ Message() message.Message }
	switch {
	case err == nil:
		return ""
	case errors.As(err, &faults):
		var lines []string
		for _, f := range faults {
			lines = append(lines, f.Field+": "+Say(f.Words))
		}
		return strings.Join(lines, "\n")
	case errors.As(err, &says):
		return Say(says.Message())
	}
	return err.Error()
}
