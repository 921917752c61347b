package causes

import (
	"os"
	"testing"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/patient"
	"therapeon/core/taxa"
)

type written struct {
	Name    string   `yaml:"name"`
	Group   string   `yaml:"group"`
	Found   []string `yaml:"found"`
	Missing []string `yaml:"missing"`
	Looked  []string `yaml:"looked"`
	Right   []string `yaml:"right"`
	Clear   bool     `yaml:"clear"`
}

func cases(t *testing.T) []written {
	t.Helper()
	raw, err := os.ReadFile("testdata/cases.yaml")
	require.NoError(t, err)
	var all []written
	require.NoError(t, yaml.UnmarshalWithOptions(raw, &all, yaml.Strict()))
	return all
}

// found is the case as a user would enter it.
func (w written) found(t *testing.T) clues {
	t.Helper()
	k := Table()
	profile, ok := taxa.Find(w.Group)
	require.True(t, ok, w.Group)
	c := clues{Group: w.Group, Bulbs: profile.HasBulbs(), Unpotted: true, Findings: patient.Findings{}}
	for _, part := range w.Looked {
		for _, f := range k.Findings {
			if f.Part == part && (f.Only == "" || c.Bulbs) {
				c.Findings[f.Code] = Absent
			}
		}
	}
	for state, codes := range map[patient.FindingState][]string{Present: w.Found, Absent: w.Missing} {
		for _, code := range codes {
			_, ok := k.Finding(code)
			require.True(t, ok, "%s: %s", w.Name, code)
			c.Findings[code] = state
		}
	}
	if c.Findings["brown-by-nature"] == "" {
		c.Findings["brown-by-nature"] = Absent // always known, from the profile
	}
	return c
}

// Every case is common practice, no source. What was there comes first, or
// within the first two.
func TestWrittenCases(t *testing.T) {
	all := cases(t)
	assert.GreaterOrEqual(t, len(all), 40)
	covered := map[string]bool{}
	two, nothing := 0, 0
	for _, w := range all {
		t.Run(w.Name, func(t *testing.T) {
			v := Table().judge(w.found(t))
			top := []string{v.Causes[0].Code, v.Causes[1].Code}
			for _, right := range w.Right {
				assert.Contains(t, top, right, v.Headline)
			}
			assert.Equal(t, w.Clear, v.Clear, v.Headline)
			for _, j := range v.Causes[:3] {
				t.Logf("%-18s %.2f %v", j.Code, j.Chance, j.Findings)
			}
		})
		for _, right := range w.Right {
			covered[right] = true
		}
		if len(w.Right) > 1 {
			two++
		}
		if w.Clear {
			nothing++
		}
	}
	for _, c := range Table().Causes {
		assert.True(t, covered[c.Code], "%s has a case", c.Code)
	}
	assert.GreaterOrEqual(t, two, 5)
	assert.GreaterOrEqual(t, nothing, 5)
}
