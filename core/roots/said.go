package roots

import (
	"math"

	"therapeon/core/message"
	"therapeon/core/units"
)

// Left are the roots that the cuts left.
type Left struct {
	Roots int
	Share Range // of their length that lives
}

// Said is a grade as it was found, with the share that lives, or what the cuts left of it. Where what is doubtful
// decides between two grades, both are said.
func (g Grade) Said(share Range, left *Left) message.Message {
	grade := message.Of("roots.grade." + string(g.Code))
	if g.Low != g.High && g.Low != "" {
		grade = message.Of("roots.say.grade-between", message.Told("low", message.Of("roots.grade."+string(g.Low))),
			message.Told("high", message.Of("roots.grade."+string(g.High))))
	}
	of := message.Told("grade", grade)
	switch {
	case left != nil && left.Roots == 0:
		return message.Of("roots.say.grade-none-left")
	case left != nil:
		return message.Of("roots.say.grade-left", message.Count("n", left.Roots), alive(left.Share))
	case g.ForLeaves:
		return message.Of("roots.say.grade-found-leaves", alive(share), of)
	}
	return message.Of("roots.say.grade-found", alive(share), of)
}

// alive is a share in words, a range where its ends differ.
func alive(share Range) message.Arg {
	low, high := math.Round(share.Low*units.Percent), math.Round(share.High*units.Percent)
	if low == high {
		return message.Told("share", message.Of("roots.say.alive-share", message.Fixed("share", low, 0, "%")))
	}
	return message.Told("share", message.Of("roots.say.alive-between", message.Fixed("low", low, 0, ""),
		message.Fixed("high", high, 0, "%")))
}
