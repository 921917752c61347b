package api

import (
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
)

// keepers are the operations of the page that are the keeper's alone, with the file of the page that says so
// or leaves them out for a helper.
var keepers = map[string]string{
	"getCalendar": "today/CalendarOf.tsx", "shareCalendar": "today/CalendarOf.tsx",
	"getLog": "people/People.tsx", "getNetwork": "people/People.tsx", "listDevices": "people/People.tsx",
	"listPeople": "people/People.tsx", "addDevice": "people/People.tsx", "addPerson": "people/People.tsx",
	"giveCode": "people/People.tsx", "changePassphrase": "people/People.tsx", "changePerson": "people/People.tsx",
	"endDevice": "people/People.tsx", "openNetwork": "people/People.tsx", "confirmPeople": "people/People.tsx",
	"addPlace": "places/PlacePick.tsx", "importClimate": "places/PlaceCard.tsx", "changePlace": "places/PlaceCard.tsx",
	"putDays": "places/PlaceCard.tsx", "addRecipe": "rehome/MixForm.tsx", "measureComponent": "mixing/Media.tsx",
	"backup": "settings/House.tsx", "setSettings": "settings/House.tsx", "archivePlant": "intake/IntakeStep.tsx",
	"closePlant": "progress/Ending.tsx", "showExample": "plant/Example.tsx",
}

// Whatever the page asks for answers a helper, or the page says that it is the keeper's.
func TestThePageAsksForNothingThatAHelperIsRefused(t *testing.T) {
	calls := regexp.MustCompile(`\.(GET|POST|PUT)\(\s*"(/api/v1[^"]*)"`)
	asked := map[string]bool{}
	src := filepath.Join("..", "web", "src")
	require.NoError(t, filepath.WalkDir(src, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.Contains(filepath.Ext(path), ".ts") {
			return err
		}
		code, err := os.ReadFile(path)
		for _, call := range calls.FindAllStringSubmatch(string(code), -1) {
			all := table(nil, nil)
			i := slices.IndexFunc(all, func(o wire.Operation) bool { return o.Method == call[1] && o.Path == call[2] })
			require.GreaterOrEqual(t, i, 0, "%s: no operation %s %s", path, call[1], call[2])
			asked[all[i].ID] = true
		}
		return err
	}))
	require.Greater(t, len(asked), 80)
	for id := range asked {
		_, is := keepers[id]
		assert.NotEqual(t, slices.Contains(helpers, id), is, "%s: a helper's, or the keeper's and said to be", id)
	}
	for id, file := range keepers {
		assert.True(t, asked[id], "%s is asked for no more", id)
		code, err := os.ReadFile(filepath.Join(src, "features", file))
		require.NoError(t, err)
		assert.True(t, strings.Contains(string(code), "useKeeper") || strings.Contains(string(code), "KeepersOnly"), file)
	}
}
