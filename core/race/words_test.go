package race

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/message"
	"therapeon/language/english"
)

func days(v float64) *float64 { return &v }

// Common practice, no source: the words of a chance, of days and of what a lever gives.
func TestChancesAndDaysInWords(t *testing.T) {
	const hardly, surely = "less than one chance in twenty", "more than nineteen chances in twenty"
	for p, words := range map[float64]string{
		0: hardly, 0.049: hardly, 0.05: "about one chance in ten", 0.12: "about one chance in ten",
		0.26: "about 3 chances in ten", 0.5: "about 5 chances in ten", 0.9: "about 9 chances in ten",
		0.95: "about 9 chances in ten", 0.951: surely, 1: surely,
	} {
		o := Outcome{Chance: p}
		o.say()
		assert.Equal(t, words, english.Say(o.ChanceWords), p)
		assert.Equal(t, p > 0.9, o.Good, p)
	}
	for n, words := range map[float64]string{
		0.4: "a day", 1.4: "a day", 1.5: "2 days", 6.4: "6 days", 13.4: "13 days", 14: "2 weeks", 100: "14 weeks",
	} {
		assert.Equal(t, words, english.Say(span(n)))
	}
	for _, c := range []struct {
		band  Band
		words string
	}{
		{Band{Low: days(0), Median: days(0), High: days(0.4)}, "out already"},
		{Band{Low: days(0), Median: days(0), High: days(1)}, "about a day, from a day to a day"},
		{Band{Low: days(40)}, "more than 6 weeks"},
		{Band{}, "more than a day"},
		{Band{Low: days(6), Median: days(10)}, "about 10 days, at least 6 days"},
		{Band{Low: days(6), Median: days(10), High: days(30)}, "about 10 days, from 6 days to 4 weeks"},
	} {
		c.band.say()
		assert.Equal(t, c.words, english.Say(c.band.Words))
	}
	for _, c := range []struct {
		gain, days float64
		words      string
	}{
		{0.005, 2, ""},
		{0.01, 2.9, "1 more of a hundred root in time."},
		{0.12, 0, "12 more of a hundred root in time."},
		{0, 3, "It lasts 3 days longer."},
		{0, 182, "It lasts 26 weeks longer."},
		{0.02, 183, "2 more of a hundred root in time. It lasts far longer."},
	} {
		l := Lever{Gain: c.gain, DryDays: c.days}
		l.say()
		assert.Equal(t, c.words, english.Say(l.Words))
		assert.Equal(t, c.words != "", l.Helps)
	}
}

// What air it needs, and how long after its first tip it would be lost without roots.
func TestWhatAirAndHowLong(t *testing.T) {
	lost := Band{Median: days(40)}
	for _, x := range []struct {
		o             Outcome
		needs, margin string
	}{
		{Outcome{Needs: "any"}, "It has about 9 chances in ten in any air.", ""},
		{Outcome{Needs: "none", Margin: Band{Median: days(3)}}, "No humidity alone gives it about 9 chances in ten.", ""},
		{
			Outcome{NeedsPercent: days(85), Humidity: 61.6, LostOn: lost, Margin: Band{Median: days(10)}},
			"It needs air of 85 % around it to have about 9 chances in ten. Here it has about 62 %.",
			"From its first tip it would last about 10 days more without roots.",
		},
		{
			Outcome{Needs: "any", LostOn: lost, Margin: Band{Low: days(-20), Median: days(-12), High: days(3)}},
			"It has about 9 chances in ten in any air.",
			"Its first tip comes about 12 days too late. It could also come 20 days too late, or leave 3 days to spare.",
		},
		{
			Outcome{Needs: "any", LostOn: lost, Margin: Band{Low: days(-20), Median: days(-12), High: days(-5)}},
			"It has about 9 chances in ten in any air.", "Its first tip comes about 12 days too late. It could be 5 to 20 days too late.",
		},
		{
			Outcome{Needs: "any", LostOn: lost, Margin: Band{Low: days(-2), Median: days(12)}},
			"It has about 9 chances in ten in any air.",
			"From its first tip it would last about 12 days more without roots. It could also come 2 days too late.",
		},
		{
			Outcome{Needs: "any", LostOn: lost, Margin: Band{Low: days(2), Median: days(12), High: days(20)}},
			"It has about 9 chances in ten in any air.",
			"From its first tip it would last about 12 days more without roots. It could be 2 to 20 days.",
		},
		{
			Outcome{Needs: "any", LostOn: lost, Margin: Band{Low: days(2), Median: days(12)}},
			"It has about 9 chances in ten in any air.",
			"From its first tip it would last about 12 days more without roots. It could be 2 days or more.",
		},
	} {
		x.o.say()
		assert.Equal(t, x.needs, english.Say(x.o.NeedsWords))
		assert.Equal(t, x.margin, english.Say(x.o.MarginWords))
	}
	for chance, want := range map[float64]string{
		0.95: "Its chance is good already. None of these changes adds much.",
		0.5:  "None of the usual changes helps by itself. The other ways of holding it are compared above.",
	} {
		o := Outcome{Code: "lid", Chance: chance, Needs: "any"}
		o.say()
		r := Race{Outcomes: []Outcome{o}}
		r.say(start{})
		assert.Equal(t, want, english.Say(r.NoLever))
		r = Race{Outcomes: []Outcome{o}, Levers: []Lever{{Helps: true}}}
		r.say(start{})
		assert.True(t, r.NoLever.IsZero())
	}
}

// What becomes of a way, in words: tips, days, what it is lost by, and of a hundred like it.
func TestAnOutcomeInWords(t *testing.T) {
	for _, x := range []struct {
		o    Outcome
		want string
	}{
		{Outcome{}, "No new tip is likely within the days looked at."},
		{Outcome{Tip: Band{Median: days(0.9)}}, "Tips are out."},
		{Outcome{Tip: Band{Median: days(1)}, Endless: true}, "First tip in about a day. It holds out without new roots."},
		{Outcome{Tip: Band{Median: days(9)}, LostOn: Band{Median: days(28)}},
			"First tip in about 9 days. Without roots it lasts about 4 weeks."},
		{Outcome{Likelier: Thirst, LostBy: map[Loss]float64{Thirst: 0.1, Rot: 0.3}},
			"No new tip is likely within the days looked at. If it is lost, then likelier by thirst."},
		{Outcome{Likelier: Rot, LostBy: map[Loss]float64{Thirst: 0.09, Rot: 0.15}},
			"No new tip is likely within the days looked at. If it is lost, then likelier by rot."},
		{Outcome{Likelier: Rot, LostBy: map[Loss]float64{Thirst: 0.09, Rot: 0.3}},
			"No new tip is likely within the days looked at. It wins on water and loses on rot: about 3 chances in ten rots first."},
		{Outcome{Likelier: Spent},
			"No new tip is likely within the days looked at. If it is lost, then likelier because its reserves end."},
	} {
		x.o.say()
		assert.Equal(t, x.want, english.Say(x.o.Words))
	}
	o := Outcome{Chance: 0.5, Waiting: 0.19, Likelier: Thirst}
	o.LostBy = map[Loss]float64{Thirst: 0.3, Rot: 0.004, Spent: 0.006}
	o.say()
	assert.Equal(t, "Of a hundred like it 50 root in time, 30 dry out, 1 is spent though turgid, 19 wait on.", english.Say(o.LostWords))
	assert.Equal(t, "lost likelier by thirst", english.Say(o.LikelierWords))
	o = Outcome{Chance: 0.999, Waiting: 0.001}
	o.say()
	assert.Equal(t, "Of a hundred like it 100 root in time.", english.Say(o.LostWords))
	assert.Empty(t, o.LikelierWords)
	for chance, want := range map[float64]string{
		0.9: "It will most likely root in time: about 9", 0.6: "It has more chance than not: about 6",
		0.3: "It can go either way: about 3", 0.29: "It will likely dry out first: about 3",
	} {
		r := Race{Outcomes: []Outcome{{Code: "lid", Name: message.Plain("Lid"), Chance: chance}}}
		r.say(start{})
		assert.Contains(t, english.Say(r.Headline), want)
	}
	for better, said := range map[float64]bool{0.03: false, 0.0301: true} {
		r := Race{
			Outcomes: []Outcome{
				{Code: "lid", Chance: 0.03 + better},
				{Code: "tub", Name: message.Plain("Tub"), Chance: 0.03},
			},
		}
		r.say(start{Holding: "tub"})
		assert.Equal(t, said, r.Detail.Is(message.Sequence), r.Detail)
	}
}
