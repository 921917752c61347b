package people

import (
	"strings"

	"therapeon/core/message"
)

// longestAgent is how much is kept of what a browser says of itself.
const longestAgent = 300

// asSaid is what a browser says of itself, as it is kept.
func asSaid(agent string) string {
	return strings.ToValidUTF8(agent[:min(len(agent), longestAgent)], "")
}

// browsers and systems are what a browser says of itself, with the code of what it is called.
var (
	browsers = [][2]string{
		{"Firefox/", "firefox"}, {"Edg", "edge"}, {"Chrome/", "chrome"}, {"CriOS", "chrome"}, {"Safari/", "safari"},
	}
	systems = [][2]string{
		{"iPhone", "iphone"}, {"iPad", "ipad"}, {"Android", "android"}, {"Windows", "windows"}, {"Mac OS", "mac"},
		{"CrOS", "chromebook"}, {"Linux", "linux"},
	}
)

// inWords says what a session is used on, from what the browser said of itself.
func inWords(agent string) message.Message {
	first := func(of [][2]string) message.Message {
		for _, one := range of {
			if strings.Contains(agent, one[0]) {
				return message.Of("agents." + one[1])
			}
		}
		return message.Of("agents.unknown")
	}
	browser := first(browsers)
	if browser.Is("agents.unknown") {
		browser = message.Of("agents.browser")
	}
	return message.Of("agents.on", message.Told("browser", browser), message.Told("system", first(systems)))
}
