module therapeon

go 1.26.8

require (
	github.com/goccy/go-yaml v1.19.2
	github.com/stretchr/testify v1.12.1
	pgregory.net/rapid v1.3.0
)

require go.yaml.in/yaml/v3 v3.0.5 // indirect
