package knowledge

import "sync"

// once is what files said in words before codes were kept: by kind, the code of each sentence.
var once = sync.OnceValue(func() map[string]map[string]string {
	var said map[string]map[string]string
	MustRead("once.yaml", &said)
	codes := map[string]map[string]string{}
	for kind, all := range said {
		codes[kind] = map[string]string{}
		for code, words := range all {
			codes[kind][words] = code
		}
	}
	return codes
})

// Once is the code of what a file of that time says in words; false where it is none of a kind.
func Once(kind, words string) (code string, ok bool) {
	code, ok = once()[kind][words]
	return code, ok
}
