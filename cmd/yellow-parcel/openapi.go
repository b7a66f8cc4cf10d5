package main

import "yellow-parcel/api"

type openAPICommand struct{}

// Run prints the description the typed client is generated from.
func (openAPICommand) Run(s streams) error {
	text, err := api.OpenAPI()
	if err == nil {
		_, err = s.out.Write(text)
	}
	return err
}
