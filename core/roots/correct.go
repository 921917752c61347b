package roots

import (
	"fmt"
	"slices"

	"therapeon/core/fault"
	"therapeon/core/message"
)

// Correct enters what n roots of an entry turned out to feel like. It changes
// the stretches the verdict does not hold alive, or all of them where it holds
// the whole root alive. Where n is less than the batch, they are split off as
// an entry of their own.
func Correct(r Reading, v Verdict, id string, feel Feel, n int) (Reading, error) {
	i := slices.IndexFunc(r.Roots, func(root Root) bool { return root.ID == id })
	if i < 0 {
		return r, fault.List{
			{
				Field: "root_id",
				Words: message.Of("roots.say.there-is-no-such-root"),
				Limit: message.Of("roots.say.a-root-of-the-reading"),
				Value: id,
			},
		}
	}
	root := r.Roots[i]
	if n > root.Count {
		return r, fault.List{
			{
				Field: "count",
				Words: message.Of("roots.say.the-entry-holds-roots", message.Count("n", root.Count)),
				Limit: message.Of("limits.at-most", message.Count("figure", root.Count)),
				Value: n,
			},
		}
	}
	corrected := root
	corrected.Count = n
	corrected.Segments = slices.Clone(root.Segments)
	stretches := v.Roots[i].Stretches
	unsure := func(s Stretch) bool { return !s.State.IsLive() || s.Torn }
	all := !slices.ContainsFunc(stretches, unsure)
	for j, s := range stretches {
		if !all && !unsure(s) {
			continue
		}
		corrected.Segments[j].Feel = feel
		if feel != Firm {
			// A second feel under the blade outranks the wetting before it.
			corrected.Segments[j].Wetting = ""
		}
	}
	r.Roots = slices.Clone(r.Roots)
	if n == root.Count {
		r.Roots[i] = corrected
		return r, nil
	}
	r.Roots[i].Count -= n
	corrected.ID = freeID(r, id)
	r.Roots = slices.Insert(r.Roots, i+1, corrected)
	return r, nil
}

// freeID finds a name near id that no root carries. Names are at most 24 long.
func freeID(r Reading, id string) string {
	stem := id[:min(len(id), 19)]
	for k := 2; ; k++ {
		name := fmt.Sprintf("%s-%d", stem, k)
		if !slices.ContainsFunc(r.Roots, func(root Root) bool { return root.ID == name }) {
			return name
		}
	}
}
