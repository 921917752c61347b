package people

import "strings"

// longestAgent is how much is kept of what a browser says of itself.
const longestAgent = 300

// asSaid is what a browser says of itself, as it is kept.
func asSaid(agent string) string {
	return strings.ToValidUTF8(agent[:min(len(agent), longestAgent)], "")
}

// inWords says what a session is used on, from what the browser said of itself.
func inWords(agent string) string {
	first := func(of []string, other string) string {
		for i := 0; i+1 < len(of); i += 2 {
			if strings.Contains(agent, of[i]) {
				return of[i+1]
			}
		}
		return other
	}
	browser := first([]string{"Firefox/", "Firefox", "Edg", "Edge", "Chrome/", "Chrome", "CriOS", "Chrome", "Safari/", "Safari"},
		"A browser")
	system := first([]string{"iPhone", "an iPhone", "iPad", "an iPad", "Android", "an Android phone", "Windows", "Windows",
		"Mac OS", "a Mac", "CrOS", "a Chromebook", "Linux", "Linux"}, "something unknown")
	return browser + " on " + system
}
