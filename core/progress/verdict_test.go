package progress

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/message"
)

// Whether it is winning, by the signs of the last four weeks; common practice, no source.
func TestWhetherItIsWinning(t *testing.T) {
	for _, row := range []struct {
		name, told string
		on         int
		code, sure string
		signs      []string
	}{
		{"nothing", "", 10, "unknown", "", nil},
		{"holds", "0 read 3/5; 3 leaf firm", 10, "holding", "", nil},
		{"one look", "0 look leaves-limp", 10, "early", "", nil},
		{"limp in the home before", "0 read 3/5; 3 leaf limp; 5 home bark; 9 leaf firm", 10, "early", "", nil},
		{"limp", "0 read 3/5; 5 leaf limp", 10, "losing", "little", []string{"limp"}},
		{"limp and thinner", "0 read 3/5; 5 leaf limp; 5 bulbs thinner", 10, "losing", "fairly", []string{"limp", "thinner"}},
		{"critical", "0 read 0/5; 5 leaf limp; 5 bulbs thinner", 10, "losing", "sure", []string{"limp", "thinner"}},
		{"tips", "0 read 2/5; 30 tips 2 growing", 40, "winning", "fairly", []string{"new-tips", "stage-up"}},
		{"tips, branch, firm again", "0 read 2/5; 0 home bark; 10 leaf limp; 30 tips 2 growing; 35 old branched; 36 leaf firm", 40,
			"winning", "sure", []string{"new-tips", "branched", "firm-again", "stage-up"}},
		{"grows", "0 read 2/5; 0 home bark; 20 tape A 10 growing new; 60 tape A 40 growing; 74 tape A 60 growing", 80,
			"winning", "fairly", []string{"grows", "stage-up"}},
		{"tips and limp", "0 read 2/5; 30 tips 2 growing; 32 leaf limp", 40, "mixed", "", []string{"new-tips", "stage-up", "limp"}},
		{"old signs say nothing", "0 read 2/5; 5 tips 2 growing; 38 leaf firm", 40, "holding", "", nil},
		{"not seen for weeks", "0 read 2/5; 5 tips 2 growing", 60, "unseen", "", nil},
		{"tips dried", "0 read 2/5; 20 tips 2 growing; 35 tips 2 dry", 40, "mixed", "", nil},
		{"leaves smaller and smaller", "0 look leaf=150; 0 read 3/5; 60 leafmm 120; 120 leafmm 90", 125, "losing", "little",
			[]string{"leaf-smaller"}},
		{"one smaller is expected after a loss", "0 look leaf=150; 0 read 3/5; 60 leafmm 110", 70, "holding", "", nil},
		{"film", "0 read 3/5; 20 film dark", 25, "losing", "little", []string{"smells"}},
		{"film gone", "0 read 3/5; 20 film dark; 27 film none", 30, "holding", "", nil},
		{"plumper", "0 read 3/5; 20 bulbs plumper", 25, "winning", "little", []string{"plumper"}},
		{"nectar", "0 read 3/5; 20 nectar", 25, "winning", "little", []string{"nectar"}},
		{"at the wall", "0 read 3/5; 0 home bark; 2 tips 1 growing; 40 tips 3 growing edge", 45, "winning", "fairly",
			[]string{"at-wall", "stage-up"}},
		{"recovered", histories[27].told, 155, "recovered", "", nil},
	} {
		t.Run(row.name, func(t *testing.T) {
			v := life(t, "cattleya", row.told).on(row.on).Verdict
			assert.Equal(t, row.code, v.Code)
			assert.NotEmpty(t, v.Words.Value)
			if row.signs != nil {
				codes := []string{}
				for _, s := range v.Signs {
					codes = append(codes, s.Code)
				}
				assert.Equal(t, row.signs, codes)
				assert.Equal(t, row.sure, v.Sure)
			}
			for _, s := range v.Signs {
				assert.GreaterOrEqual(t, s.On, day(row.on-28))
			}
		})
	}
}

// An alarm that sounds speaks against it: no plant is called winning over one.
func TestAnAlarmSpeaksAgainstIt(t *testing.T) {
	c := life(t, "cattleya", "0 read 2/5; 30 tips 2 growing")
	c.Alarms = []Text{{Value: message.Plain("Its weight falls.")}}
	c.Patient = c.At(c.Now.AddDate(0, 0, 40-400))
	v := For(c).Verdict
	assert.Equal(t, "mixed", v.Code)
	assert.Equal(t, "alarm", v.Signs[len(v.Signs)-1].Code)
}
